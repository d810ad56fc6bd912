import {
  type Line,
  type LineEvent,
  type Measure,
  type Note,
  restInstead,
  type WrittenPitch,
} from '../notation';
import { melodyOf } from '../study';
import type { Keeps } from './step-keeps';

/** The written line as a step wants it: what the step leaves out is neither shown nor checked. */
export function lineOfStep(line: Line, keeps: Keeps): Line {
  const onePitch = keeps.pitches === 'one' ? commonestPitch(line) : undefined;
  const change = (event: LineEvent): LineEvent =>
    event.kind === 'rest'
      ? { ...event, fermata: event.fermata && keeps.expression }
      : changeNote(event, keeps, onePitch);
  const measures = line.part.measures.map((measure): Measure => {
    const events = measure.events.map(change);
    return {
      ...measure,
      ...(keeps.pitches === 'none' && { clef: 'percussion' as const, lowerClef: undefined, keyFifths: 0 }),
      // A second hand waits until the notes are played as written.
      otherVoices: keeps.pitches === 'all' ? measure.otherVoices : [],
      events: keeps.pitches === 'none' ? joinTies(events) : events,
      directions: keeps.expression ? measure.directions : [],
    };
  });
  const isClapped = keeps.pitches === 'none';
  return {
    ...line,
    ...(onePitch && { isOnAnyPitch: true as const }),
    part: { ...line.part, ...(isClapped && { staffLines: 1, transpositionSemitones: 0 }), measures },
  };
}

function changeNote(note: Note, keeps: Keeps, onePitch: WrittenPitch | undefined): Note {
  return {
    ...note,
    pitch: keeps.pitches === 'none' ? STROKE : (onePitch ?? note.pitch),
    chordPitches: keeps.pitches === 'all' ? note.chordPitches : [],
    graces: keeps.pitches === 'all' ? note.graces : undefined,
    slurStarts: keeps.slurs ? note.slurStarts : 0,
    slurStops: keeps.slurs ? note.slurStops : 0,
    articulations: keeps.articulations ? note.articulations : [],
    fermata: note.fermata && keeps.expression,
    fingering: keeps.pitches === 'all' ? note.fingering : undefined,
    stringHint: keeps.pitches === 'all' ? note.stringHint : undefined,
    positionHint: keeps.pitches === 'all' ? note.positionHint : undefined,
  };
}

const STROKE: WrittenPitch = { kind: 'unpitched', display: { step: 'B', alter: 0, octave: 4 } };

/** A clap cannot be held: where a tie goes on, a rest is clapped. */
function joinTies(events: readonly LineEvent[]): readonly LineEvent[] {
  return events.map((event) => {
    if (event.kind === 'rest') return event;
    if (event.tiedFromPrevious) return restInstead(event);
    return { ...event, tiedToNext: false };
  });
}

/** The note that comes most often is the one that is known best. */
function commonestPitch(line: Line): WrittenPitch | undefined {
  const counts = new Map<number, { readonly pitch: WrittenPitch; readonly count: number }>();
  for (const { note, midi, isPitched } of melodyOf(line.part)) {
    if (isPitched) counts.set(midi, { pitch: note.pitch, count: (counts.get(midi)?.count ?? 0) + 1 });
  }
  return [...counts.values()].toSorted((a, b) => b.count - a.count)[0]?.pitch;
}
