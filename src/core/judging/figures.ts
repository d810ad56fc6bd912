import { median } from '../base';
import type { FollowedNote } from '../following';
import type { WrittenNote } from '../notation';
import { toNumber } from '../time';
import type { PlayedNote } from './played-note';

/** A figure of a rhythm that went wrong as a whole: what a teacher would say of it. */
export type FigureKind =
  | 'dotted-played-even'
  | 'even-played-dotted'
  | 'run-rushed'
  | 'run-dragged'
  | 'rest-not-held'
  | 'on-the-beat';

export interface FigureFinding {
  readonly kind: FigureKind;
  readonly measureIndex: number;
  /** Its notes, in order. */
  readonly noteIds: readonly string[];
}

/** A dotted pair is 3 : 1 by definition; played nearer to 1 : 1 than to that (in ratios, under √3), it is even. */
const EVEN_BELOW_RATIO = Math.sqrt(3);
/** An even pair whose first note takes this much longer than its second: from triplet swing (2 : 1) on. Common practice. */
const DOTTED_FROM_RATIO = 1.8;
/** So many notes of one value make a run. */
const FEWEST_IN_RUN = 3;
/** A run that is so much shorter or longer than at the player's pulse. Common practice: what is heard at once. */
const RUSHED_SHARE = 0.82;
const DRAGGED_SHARE = 1.22;
/** A rest that lost at least this share of itself was not held. */
const LOST_REST_SHARE = 0.45;
/** Shorter gaps are no rests. */
const SHORTEST_REST_BEATS = 0.2;
/** An off-beat that is played this close to the beat beside it. */
const NEAR_BEAT_BEATS = 0.16;
const OFF_BEAT_FROM_BEAT = 0.2;

/**
 * The figures of a take that went wrong as a whole, in order.
 * @param written @param followed of the same line, in written order.
 */
export function figuresOf(
  written: readonly WrittenNote[],
  followed: readonly FollowedNote[],
): readonly FigureFinding[] {
  const pairs = written.map((note, index): PlayedNote | undefined => {
    const played = followed[index];
    return played?.kind === 'played' && !note.freeTempo && !note.fermata ? { note, played } : undefined;
  });
  const findings: FigureFinding[] = [];
  const add = (kind: FigureKind, ...notes: readonly PlayedNote[]) =>
    findings.push({
      kind,
      measureIndex: notes[0]!.note.measureIndex,
      noteIds: notes.map(({ note }) => note.id),
    });
  pairs.forEach((pair, index) => {
    const [before, next, afterNext] = [pairs[index - 1], pairs[index + 1], pairs[index + 2]];
    if (!pair) return;
    if (next && afterNext && follows(pair, next) && follows(next, afterNext)) {
      const ratio = interval(pair, next) / interval(next, afterNext);
      const isDotted = near(pair.note.beats, 3 * next.note.beats);
      const isEven = near(pair.note.beats, next.note.beats) && pair.note.beats < 0.9 && startsBeat(pair.note);
      if (isDotted && ratio < EVEN_BELOW_RATIO) add('dotted-played-even', pair, next);
      if (isEven && ratio > DOTTED_FROM_RATIO) add('even-played-dotted', pair, next);
    }
    if (before && !pair.played.startsPulse) findEntry(before, pair, add);
  });
  for (const run of runsOf(pairs)) {
    const share = runShare(run);
    if (share < RUSHED_SHARE) add('run-rushed', ...run);
    else if (share > DRAGGED_SHARE) add('run-dragged', ...run);
  }
  return findings.toSorted((a, b) => a.measureIndex - b.measureIndex);
}

/** An entry after a rest, or on an off-beat. */
function findEntry(
  before: PlayedNote,
  pair: PlayedNote,
  add: (kind: FigureKind, ...notes: readonly PlayedNote[]) => void,
): void {
  const restBeats = placeOf(pair) - placeOf(before) - before.note.beats;
  const { deviationBeats } = pair.played;
  if (restBeats < SHORTEST_REST_BEATS) return;
  const offBeat = pair.note.beat % 1;
  const isOffBeat = offBeat > OFF_BEAT_FROM_BEAT && offBeat < 1 - OFF_BEAT_FROM_BEAT;
  const landed = (((offBeat + deviationBeats) % 1) + 1) % 1;
  const isOnBeat = Math.min(landed, 1 - landed) < NEAR_BEAT_BEATS;
  if (isOffBeat && isOnBeat && Math.abs(deviationBeats) > OFF_BEAT_FROM_BEAT) add('on-the-beat', pair);
  else if (-deviationBeats > LOST_REST_SHARE * restBeats) add('rest-not-held', pair);
}

/** Runs of notes of one value below a beat that follow each other without rests. */
function runsOf(pairs: readonly (PlayedNote | undefined)[]): PlayedNote[][] {
  const runs: PlayedNote[][] = [];
  let run: PlayedNote[] = [];
  for (const pair of [...pairs, undefined]) {
    const last = run.at(-1);
    if (
      pair &&
      last &&
      follows(last, pair) &&
      near(last.note.beats, pair.note.beats) &&
      pair.note.beats < 0.9
    )
      run.push(pair);
    else {
      if (run.length > FEWEST_IN_RUN) runs.push(run);
      run = pair ? [pair] : [];
    }
  }
  return runs;
}

/** How long the notes of a run took beside what they would at the player's pulse: 1 when even. */
function runShare(run: readonly PlayedNote[]): number {
  return median(
    run.slice(1).map((pair, index) => interval(run[index]!, pair) / run[index]!.played.writtenSeconds),
  );
}

const near = (a: number, b: number) => Math.abs(a - b) < 0.01;
const interval = (from: PlayedNote, to: PlayedNote) =>
  to.played.sound.onsetSeconds - from.played.sound.onsetSeconds;
const startsBeat = (note: WrittenNote) => near(note.beat % 1, 0);

/** Where a note stands, in beats of its own measure's unit from the start of the line. */
function placeOf({ note }: PlayedNote): number {
  return toNumber(note.onsetQuarters) * (note.beats / toNumber(note.lengthQuarters));
}

/** Whether the second note comes right after the first, without a rest between and within one pulse. */
function follows(first: PlayedNote, second: PlayedNote): boolean {
  return near(placeOf(second) - placeOf(first), first.note.beats) && !second.played.startsPulse;
}

/** What a teacher would say of a figure. */
export function describeFigure(kind: FigureKind): string {
  return FIGURE_WORDS[kind];
}

const FIGURE_WORDS: Readonly<Record<FigureKind, string>> = {
  'dotted-played-even': 'the dotted rhythm was played even: hold the dot longer',
  'even-played-dotted': 'the even notes were played long–short: keep them alike',
  'run-rushed': 'the quick notes were rushed: give each its time',
  'run-dragged': 'the quick notes dragged: keep them moving',
  'rest-not-held': 'the rest was cut short: count it through',
  'on-the-beat': 'the entry came on the beat instead of the off-beat',
};
