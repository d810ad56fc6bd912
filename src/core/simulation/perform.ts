import { createRandom, type Random, requireRange } from '../base';
import { endQuarters, type Line, type WrittenNote, writtenNotes } from '../notation';
import { TempoMap } from '../tempo';
import { toNumber } from '../time';
import type { Flaw, Performance, PlayedEvent, PlayingStyle } from './performance';

/** Share of its time that a tongued note sounds; the rest is the gap before the next tongue. */
const TONGUED_SHARE = 0.92;
const STACCATO_SHARE = 0.5;
/** A slurred note runs a little into the next, as fingers close. */
const SLUR_OVERLAP_SECONDS = 0.015;
/** A gap shorter than this cannot be tongued. */
const SHORTEST_GAP_SECONDS = 0.025;
const ACCENT_DB = 4;
/** Silence before a tied note that is wrongly struck again. */
const RESTRIKE_GAP_SECONDS = 0.06;
/** How long a small note lasts, and how far the first stroke of a flam falls before the second. Common practice: as short as can be. */
const GRACE_SECONDS = 0.09;
const FLAM_SECONDS = 0.035;
/** The first stroke of a flam falls from less high. */
const FLAM_BELOW_DB = 8;
const TAIL_SECONDS = 0.8;

/**
 * Plays a line as a beginner would: close to a slowly wandering pulse, with the mistakes asked for.
 * @returns events in seconds from the start of the recording.
 * @param tempoOf the line whose rit. and fermatas count: for a further voice, the one it belongs to.
 * @throws RangeError for a flaw at a note that is not in the line, or a tempo out of range.
 */
export function perform(
  line: Line,
  style: PlayingStyle,
  flaws: readonly Flaw[] = [],
  tempoOf: Line = line,
): Performance {
  requireRange('bpm', style.bpm, 20, 400);
  const notes = writtenNotes(line);
  const indexOf = (id: string) => {
    const index = notes.findIndex((note) => note.id === id);
    if (index < 0) throw new RangeError(`flaw must name a note of the line, got "${id}"`);
    return index;
  };
  for (const flaw of flaws) indexOf(flaw.noteId);
  const random = createRandom(style.seed);
  const clock = new TempoMap(tempoOf, style.bpm, {
    startSeconds: style.leadSeconds,
    lengthening: wandering(style.tempoWander, random),
  });
  const events: PlayedEvent[] = [];
  let shiftSeconds = 0;
  const restarts = new Set<Flaw>();
  for (let index = 0; index < notes.length; index++) {
    const note = notes[index]!;
    const mine = flaws.filter((flaw) => flaw.noteId === note.id);
    for (const flaw of mine) {
      if (flaw.kind === 'pause-before') shiftSeconds += flaw.seconds;
      if (flaw.kind === 'rest-cut') shiftSeconds -= flaw.beats * clock.secondsPerBeat;
    }
    events.push(...playNote(note, notes[index + 1], mine, { clock, shiftSeconds, style, random }));
    const restart = mine.find((flaw) => flaw.kind === 'restart-after');
    if (restart && !restarts.has(restart)) {
      restarts.add(restart);
      const back = indexOf(restart.backToNoteId);
      shiftSeconds +=
        clock.seconds(endQuarters(note)) + restart.seconds - clock.seconds(onsetQuarters(notes[back]!));
      index = back - 1;
    }
  }
  const inOrder = oneAtATime(events);
  const lastEnd = Math.max(0, ...inOrder.map((event) => event.endSeconds));
  return { events: inOrder, durationSeconds: lastEnd + TAIL_SECONDS };
}

/** How a human pulse wanders from sixteenth to sixteenth around the written one. @param wander share of the tempo. */
function wandering(wander: number, random: Random): () => number {
  let away = 0;
  return () => {
    away = 0.9 * away + random.gaussian(wander * 0.4);
    return 1 + away;
  };
}

/** A player has one breath and one bow: a note that comes early ends the one before it. */
function oneAtATime(events: readonly PlayedEvent[]): PlayedEvent[] {
  const inOrder = events.toSorted((a, b) => a.onsetSeconds - b.onsetSeconds);
  return inOrder.map((event, index) => {
    const next = inOrder[index + 1];
    if (!next) return event;
    const latestEnd = next.onsetSeconds + (next.slurred ? SLUR_OVERLAP_SECONDS : -SHORTEST_GAP_SECONDS);
    return {
      ...event,
      endSeconds: Math.max(event.onsetSeconds + 0.03, Math.min(event.endSeconds, latestEnd)),
    };
  });
}

function onsetQuarters(note: WrittenNote): number {
  return toNumber(note.onsetQuarters);
}

interface Moment {
  readonly clock: TempoMap;
  readonly shiftSeconds: number;
  readonly style: PlayingStyle;
  readonly random: Random;
}

function playNote(
  note: WrittenNote,
  next: WrittenNote | undefined,
  flaws: readonly Flaw[],
  moment: Moment,
): PlayedEvent[] {
  const { clock, shiftSeconds, style, random } = moment;
  const jitter = random.gaussian(style.timingSeconds);
  const pitchError = style.tuningCents + random.gaussian(style.intonationCents);
  if (flaws.some((flaw) => flaw.kind === 'missing')) return [];
  const moved = flaws.find((flaw) => flaw.kind === 'late' || flaw.kind === 'early');
  const movedSeconds = moved ? moved.beats * clock.secondsPerBeat * (moved.kind === 'late' ? 1 : -1) : 0;
  const onset = clock.seconds(onsetQuarters(note)) + shiftSeconds + jitter + movedSeconds;
  const releaseAt = clock.seconds(endQuarters(note)) + shiftSeconds;
  const wrong = flaws.find((flaw) => flaw.kind === 'wrong');
  const midi =
    note.sound.kind === 'pitched' ? note.sound.midi + (wrong?.semitones ?? 0) + pitchError / 100 : undefined;
  const held = flaws.find((flaw) => flaw.kind === 'held-on');
  const end = held
    ? releaseAt + held.beats * clock.secondsPerBeat
    : noteEnd(note, next, onset, releaseAt, flaws);
  const event: PlayedEvent = {
    midi,
    onsetSeconds: onset,
    endSeconds: end,
    levelDb: (note.accented ? ACCENT_DB : 0) + random.gaussian(0.8),
    slurred: note.slurredFromPrevious,
    noteId: note.id,
  };
  return withGraces(note, withExtras(event, flaws, releaseAt));
}

/** Small notes take their time from what is before; at the very start they push the note back. */
function withGraces({ graces }: WrittenNote, played: PlayedEvent[]): PlayedEvent[] {
  const [main, ...after] = played;
  if (!main || graces.length === 0) return played;
  const isStroke = graces[0]!.kind === 'drum';
  const each = isStroke ? FLAM_SECONDS : GRACE_SECONDS;
  const onset = Math.max(main.onsetSeconds, graces.length * each);
  const from = onset - graces.length * each;
  const small = graces.map(
    (grace, index): PlayedEvent => ({
      midi: grace.kind === 'pitched' ? grace.midi : undefined,
      ...(grace.kind === 'drum' && { drum: grace.drum }),
      onsetSeconds: from + index * each,
      endSeconds: from + (index + 1) * each,
      levelDb: main.levelDb - (isStroke ? FLAM_BELOW_DB : 0),
      slurred: index === 0 ? main.slurred : true,
      noteId: undefined,
    }),
  );
  return [...small, { ...main, onsetSeconds: onset, slurred: !isStroke }, ...after];
}

function noteEnd(
  note: WrittenNote,
  next: WrittenNote | undefined,
  onset: number,
  releaseAt: number,
  flaws: readonly Flaw[],
): number {
  const cut = flaws.find((flaw) => flaw.kind === 'cut-short');
  const room = Math.max(0.06, releaseAt - onset);
  if (cut) return onset + room * cut.keptShare;
  if (next?.slurredFromPrevious && onsetQuarters(next) === endQuarters(note))
    return onset + room + SLUR_OVERLAP_SECONDS;
  if (note.staccato) return onset + room * STACCATO_SHARE;
  return onset + Math.min(room * TONGUED_SHARE, room - SHORTEST_GAP_SECONDS);
}

function withExtras(event: PlayedEvent, flaws: readonly Flaw[], releaseAt: number): PlayedEvent[] {
  const restruck = flaws.some((flaw) => flaw.kind === 'tie-restruck');
  const extra = flaws.find((flaw) => flaw.kind === 'extra-after');
  if (!restruck && !extra) return [event];
  // The second sound takes the later 45 % of the note's time.
  const again = event.onsetSeconds + 0.55 * (releaseAt - event.onsetSeconds);
  const second = event.midi === undefined ? undefined : event.midi + (extra?.semitones ?? 0);
  return [
    { ...event, endSeconds: again - RESTRIKE_GAP_SECONDS },
    { ...event, midi: second, onsetSeconds: again, noteId: undefined, slurred: false },
  ];
}
