import {
  endQuarters,
  type Line,
  type TimedMeasure,
  tempoSpans,
  timedMeasures,
  type WrittenNote,
} from '../notation';
import { evenBeats } from '../tempo';
import { toNumber } from '../time';
import type { Alignment, Candidate, Match, Target } from './alignment';
import type { Interruption } from './following';
import { type Expected, expectedTimes, findBreaks, medianSecondsPerBeat, type PulsePoint } from './pulse';
import { type PulseSection, pulseSections } from './pulse-sections';

/** A shorter gap between two written notes is no rest. */
export const SHORTEST_REST_BEATS = 0.2;

/** What is written, one thing after the other, in beats of the opening tempo. All lists are as long as `notes`. */
export interface WrittenInTime {
  readonly measures: readonly TimedMeasure[];
  readonly notes: readonly WrittenNote[];
  readonly targets: readonly Target[];
  readonly lengthsBeats: readonly number[];
  readonly sections: readonly PulseSection[];
  readonly beatsAt: (quarters: number) => number;
}

/** @param notes of the line, one after the other. @param midiOf what the aligner is to look for; undefined for a stroke. */
export function writtenInTime(
  line: Line,
  notes: readonly WrittenNote[],
  midiOf: (note: WrittenNote) => number | undefined,
): WrittenInTime {
  const beatsAt = evenBeats(line);
  const targets = notes.map(
    (note, index): Target => ({
      onsetBeats: beatsAt(toNumber(note.onsetQuarters)),
      midi: midiOf(note),
      startsMeasure: index === 0 || notes[index - 1]!.measureIndex !== note.measureIndex,
    }),
  );
  return {
    measures: timedMeasures(line),
    notes,
    targets,
    lengthsBeats: notes.map((note, index) => beatsAt(endQuarters(note)) - targets[index]!.onsetBeats),
    sections: pulseSections(notes, tempoSpans(line)),
    beatsAt,
  };
}

/** A written note that was found in the recording. */
export interface Placed extends PulsePoint {
  /** Place of the note in the line. */
  readonly index: number;
  readonly note: WrittenNote;
  /** Its value in the beats of `beats`. */
  readonly lengthBeats: number;
  readonly section: PulseSection;
  readonly sound: Candidate;
  /** Its place among the sounds. */
  readonly soundIndex: number;
}

/** Notes of one section that were played in one go at one pulse, in written order. */
type PulseRun = readonly Placed[];

/** A run with the times at which its notes were due. */
export interface Pulse {
  readonly placed: PulseRun;
  readonly expected: readonly Expected[];
  /** Begun anew after another one: its first note cannot be early or late. */
  readonly isAnew: boolean;
  /** When its beats came. */
  readonly beatsSeconds: readonly number[];
}

/** The player's own pulses, from one stop, restart or turn of tempo to the next. @param secondsPerBeat of the take. */
export function pulsesOf(
  alignment: Alignment,
  sounds: readonly Candidate[],
  written: WrittenInTime,
  secondsPerBeat: number,
): readonly Pulse[] {
  const { notes, targets, lengthsBeats, sections } = written;
  const endBeats = (index: number) => targets[index]!.onsetBeats + lengthsBeats[index]!;
  const place = ({ target, sound }: Match): Placed => ({
    note: notes[target]!,
    sound: sounds[sound]!,
    soundIndex: sound,
    index: target,
    entersAfterRest: target > 0 && targets[target]!.onsetBeats - endBeats(target - 1) > SHORTEST_REST_BEATS,
    isOnBeat: Number.isInteger(notes[target]!.beat),
    section: sections[target]!,
    beats: targets[target]!.onsetBeats,
    lengthBeats: lengthsBeats[target]!,
    seconds: sounds[sound]!.onsetSeconds,
  });
  const runs = splitAtRestarts(alignment.matches)
    .map((run) => run.map(place))
    .flatMap((run) => splitPulses(run, secondsPerBeat));
  let before: { readonly last: Placed; readonly expected: Expected } | undefined;
  return runs.map((placed): Pulse => {
    const tempo = before?.expected.secondsPerBeat ?? secondsPerBeat;
    const own = placed[0]!.section.isFree
      ? placed.map(({ seconds }) => ({ seconds, secondsPerBeat: tempo, doubtSeconds: 0 }))
      : expectedTimes(placed, secondsPerBeat);
    const [first, ...others] = own;
    // Who goes on too soon is early by the pulse before, and from there on keeps a new one.
    const due = before && dueBefore(placed[0]!, before);
    const isAnew = before !== undefined && due === undefined;
    before = { last: placed.at(-1)!, expected: own.at(-1)! };
    return {
      placed,
      expected: [due ? { ...first!, ...due } : first!, ...others],
      isAnew,
      beatsSeconds: beatsWithin(placed, own),
    };
  });
}

function splitAtRestarts(matches: readonly Match[]): readonly (readonly Match[])[] {
  const runs: Match[][] = [];
  for (const match of matches) {
    if (match.restart || runs.length === 0) runs.push([]);
    runs.at(-1)!.push(match);
  }
  return runs;
}

function splitPulses(run: PulseRun, secondsPerBeat: number): PulseRun[] {
  const turns = run.flatMap(({ section }, index) =>
    index === 0 || section.index !== run[index - 1]!.section.index ? [index] : [],
  );
  return splitAt(run, turns).flatMap((piece) =>
    // Where the notation asks for freedom, a longer interval is no pause.
    piece[0]!.section.isFree ? [piece] : splitAt(piece, [0, ...findBreaks(piece, secondsPerBeat)]),
  );
}

const splitAt = (run: PulseRun, starts: readonly number[]): PulseRun[] =>
  starts.map((start, index) => run.slice(start, starts[index + 1] ?? run.length));

/** When the beats of a pulse came, from its first note to its last. @param expected of its notes. */
function beatsWithin(pulse: PulseRun, expected: readonly Expected[]): readonly number[] {
  return pulse.flatMap(({ beats }, index) => {
    const next = pulse[index + 1];
    const first = Math.ceil(beats);
    const count = next ? Math.max(0, Math.ceil(next.beats) - first) : Number(first === beats);
    const { seconds, secondsPerBeat } = expected[index]!;
    return Array.from({ length: count }, (_, beat) => seconds + (first + beat - beats) * secondsPerBeat);
  });
}

/** When the first note of a pulse was due by the pulse before it, where it came too soon right after that. */
function dueBefore(
  first: Placed,
  { last, expected }: { readonly last: Placed; readonly expected: Expected },
): Pick<Expected, 'seconds' | 'doubtSeconds'> | undefined {
  if (first.index !== last.index + 1 || first.section.index !== last.section.index) return undefined;
  const seconds = expected.seconds + (first.beats - last.beats) * expected.secondsPerBeat;
  return first.seconds < seconds ? { seconds, doubtSeconds: expected.doubtSeconds } : undefined;
}

/** Where the player stopped, or went back. */
export function findInterruptions(pulses: readonly Pulse[], secondsPerBeat: number): Interruption[] {
  return pulses.slice(1).flatMap(({ placed }, index): Interruption[] => {
    const last = pulses[index]!.placed.at(-1)!;
    const first = placed[0]!;
    const wentBack = first.beats <= last.beats;
    // After a fermata, and where the tempo turns, nobody knows how long is too long.
    if (!wentBack && first.section.index !== last.section.index) return [];
    const expected = last.seconds + (first.beats - last.beats) * secondsPerBeat;
    const stoppedAt = endOf(last, first, secondsPerBeat);
    const lost = first.seconds - (wentBack ? stoppedAt : expected);
    // Going on too soon breaks the pulse as well, but nobody stopped.
    if (!wentBack && lost <= 0) return [];
    return [
      {
        kind: wentBack ? 'restart' : 'pause',
        measureIndex: last.note.measureIndex,
        atSeconds: stoppedAt,
        seconds: Math.max(0, lost),
        backToMeasureIndex: wentBack ? first.note.measureIndex : undefined,
      },
    ];
  });
}

/** When a note was over; a stroke lasts as long as it is written. */
function endOf({ lengthBeats, sound, seconds }: Placed, next: Placed, secondsPerBeat: number): number {
  if (sound.midi !== undefined) return sound.endSeconds;
  return Math.min(seconds + lengthBeats * secondsPerBeat, next.seconds);
}

/** Beats played over the time they took, every pulse by itself. */
export function meanBpm(pulses: readonly Pulse[]): number | undefined {
  let beats = 0;
  let seconds = 0;
  for (const { placed } of pulses) {
    const steady = placed.filter(({ note }) => !note.freeTempo);
    const secondsPerBeat = medianSecondsPerBeat(steady);
    if (secondsPerBeat === undefined || secondsPerBeat <= 0) continue;
    const span = steady.at(-1)!.beats - steady[0]!.beats;
    beats += span;
    seconds += span * secondsPerBeat;
  }
  return seconds > 0 ? (60 * beats) / seconds : undefined;
}

/** When each measure began, the last time it was played: at its first note, less what is written before that. */
export function measureStarts(
  pulses: readonly Pulse[],
  { measures, beatsAt }: WrittenInTime,
  secondsPerBeat: number,
): readonly (number | undefined)[] {
  return measures.map(({ index, onsetQuarters }) => {
    const pulse = pulses.findLast(({ placed }) => placed.some(({ note }) => note.measureIndex === index));
    const first = pulse?.placed.find(({ note }) => note.measureIndex === index);
    if (!first) return undefined;
    const beatsBefore = first.beats - beatsAt(toNumber(onsetQuarters));
    return Math.max(0, first.seconds - beatsBefore * secondsPerBeat);
  });
}
