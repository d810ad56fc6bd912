import { spellingToMidi } from '../pitch';
import {
  add,
  beatUnit,
  compare,
  divide,
  isCompound,
  measureLength,
  type Rational,
  subtract,
  toNumber,
  ZERO,
} from '../time';
import { type DrumId, maybeDrum } from './drums';
import { headsOf } from './heads';
import type { Line, Measure, Note, WrittenPitch } from './line';
import { beginsLate } from './short-measures';
import { type TempoSpan, tempoSpans } from './tempo-spans';
import { type TimedMeasure, timedMeasures } from './timed-measures';
import { writtenLength } from './written-length';

/** What one head of a note asks for: a pitch, MIDI, or a drum, where it is one that has a name; a ghost stroke may be too soft to be heard. */
export type AskedSound =
  | { readonly kind: 'pitched'; readonly midi: number }
  | { readonly kind: 'drum'; readonly drum: DrumId | undefined; readonly isGhost?: true };

/** A note as a player must sound it: repeats unrolled, tied notes joined, transposition applied. */
export interface WrittenNote {
  /** Id of the (first) printed note; `-pass2` is added the second time round. */
  readonly id: string;
  /** Id of the printed note on the page. */
  readonly printedId: string;
  /** Ids of further printed notes that this one is tied to. */
  readonly tiedIds: readonly string[];
  /** Where the heads of those stand, in beat units from the start of the note. */
  readonly tiedBeats: readonly number[];
  /** Place in the performed order. */
  readonly measureIndex: number;
  /** Performed number, 0 for a pickup. */
  readonly measureNumber: number;
  /** Beat in the measure, counted in beat units from 1. */
  readonly beat: number;
  /** Quarter notes from the start of the line. */
  readonly onsetQuarters: Rational;
  readonly lengthQuarters: Rational;
  readonly sound: { readonly kind: 'pitched'; readonly midi: number } | { readonly kind: 'unpitched' };
  /** Of all its heads, its own first; at least one. */
  readonly heads: readonly AskedSound[];
  /** Small notes just before it, which nobody is judged by. */
  readonly graces: readonly AskedSound[];
  /** Reached under a slur, so without a fresh tongue. */
  readonly slurredFromPrevious: boolean;
  readonly staccato: boolean;
  readonly accented: boolean;
  readonly fermata: boolean;
  /** A breath is marked after it. */
  readonly breathAfter: boolean;
  /** Under a rit. or an accel., where the notation asks for freedom. */
  readonly freeTempo: boolean;
  /** The value in beat units. */
  readonly beats: number;
  /** The shortest value that is written in the beat in which it begins, in beats: at most a half, in compound meters a third. */
  readonly divisionBeats: number;
}

/** Where a note ends, in quarter notes from the start of the line. */
export function endQuarters(note: WrittenNote): number {
  return toNumber(add(note.onsetQuarters, note.lengthQuarters));
}

/** How far into its meter the first written event of a measure lies: pickups and second halves start late. */
export function measureOffset(measure: Measure): Rational {
  return beginsLate(measure) ? subtract(measureLength(measure.meter), writtenLength(measure)) : ZERO;
}

/** All notes of the line as they must sound, in order. */
export function writtenNotes(line: Line): readonly WrittenNote[] {
  const notes: WrittenNote[] = [];
  let openSlurs = 0;
  const free = tempoSpans(line).filter(({ kind }) => kind !== 'steady');
  for (const timed of timedMeasures(line)) {
    let offset = ZERO;
    for (const event of timed.measure.events) {
      if (event.kind === 'note') {
        const previous = notes.at(-1);
        if (event.tiedFromPrevious && previous) {
          notes[notes.length - 1] = extend(previous, event, timed.measure);
        } else {
          notes.push(
            writtenNote(
              line,
              timed,
              event,
              offset,
              openSlurs > 0,
              isWithin(free, add(timed.onsetQuarters, offset)),
            ),
          );
        }
        openSlurs = Math.max(0, openSlurs + event.slurStarts - event.slurStops);
      }
      offset = add(offset, event.quarters);
    }
  }
  return notes;
}

const isWithin = (spans: readonly TempoSpan[], quarters: Rational) =>
  spans.some(
    ({ fromQuarters, toQuarters }) =>
      compare(fromQuarters, quarters) <= 0 && compare(quarters, toQuarters) < 0,
  );

function writtenNote(
  line: Line,
  timed: TimedMeasure,
  note: Note,
  offset: Rational,
  slurred: boolean,
  freeTempo: boolean,
): WrittenNote {
  const unit = beatUnit(timed.measure.meter).quarters;
  return {
    id: timed.pass === 1 ? note.id : `${note.id}-pass${timed.pass}`,
    printedId: note.id,
    tiedIds: [],
    tiedBeats: [],
    measureIndex: timed.index,
    measureNumber: timed.number,
    beat: 1 + toNumber(divide(add(measureOffset(timed.measure), offset), unit)),
    onsetQuarters: add(timed.onsetQuarters, offset),
    lengthQuarters: note.quarters,
    beats: toNumber(divide(note.quarters, unit)),
    sound:
      note.pitch.kind === 'pitched'
        ? { kind: 'pitched', midi: spellingToMidi(note.pitch.spelling) + line.part.transpositionSemitones }
        : { kind: 'unpitched' },
    heads: headsOf(note).map((head) => askedOf(head, line)),
    graces: (note.graces ?? []).map((grace) => askedOf(grace, line)),
    slurredFromPrevious: slurred,
    staccato: note.articulations.includes('staccato'),
    accented: note.articulations.includes('accent') || note.articulations.includes('marcato'),
    fermata: note.fermata,
    breathAfter: note.breathAfter,
    freeTempo,
    divisionBeats: divisionAt(timed.measure, offset),
  };
}

const askedOf = (head: WrittenPitch, { part }: Line): AskedSound =>
  head.kind === 'pitched'
    ? { kind: 'pitched', midi: spellingToMidi(head.spelling) + part.transpositionSemitones }
    : { kind: 'drum', drum: maybeDrum(head)?.id, ...(head.ghost && { isGhost: true }) };

/** The shortest value in the beat of a place. @param offset quarters from the start of the measure. */
function divisionAt(measure: Measure, offset: Rational): number {
  const unit = beatUnit(measure.meter).quarters;
  const before = measureOffset(measure);
  const beatOf = (quarters: Rational) => Math.floor(toNumber(divide(add(before, quarters), unit)) + 1e-9);
  const beat = beatOf(offset);
  let at = ZERO;
  const inBeat = measure.events.flatMap((event) => {
    const from = beatOf(at);
    at = add(at, event.quarters);
    return from === beat ? [toNumber(divide(event.quarters, unit))] : [];
  });
  return Math.min(isCompound(measure.meter) ? 1 / 3 : 1 / 2, ...inBeat);
}

function extend(note: WrittenNote, tied: Note, measure: Measure): WrittenNote {
  return {
    ...note,
    tiedIds: [...note.tiedIds, tied.id],
    tiedBeats: [...note.tiedBeats, note.beats],
    lengthQuarters: add(note.lengthQuarters, tied.quarters),
    beats: note.beats + toNumber(divide(tied.quarters, beatUnit(measure.meter).quarters)),
    fermata: note.fermata || tied.fermata,
    breathAfter: tied.breathAfter,
  };
}

/** Whether a written note has the pitch of another; strokes have none. */
export function repeatsPitch(note: WrittenNote, before: WrittenNote | undefined): boolean {
  return (
    note.sound.kind === 'pitched' && before?.sound.kind === 'pitched' && note.sound.midi === before.sound.midi
  );
}
