import { FEWEST_ALIKE, MOST_SHARE, median } from '../base';
import { type FollowedNote, IN_PLACE_BEATS, SHORTEST_REST_BEATS } from '../following';
import type { WrittenNote } from '../notation';
import { toNumber } from '../time';
import type { PlayedNote } from './played-note';

/** A figure of a rhythm that went wrong as a whole: what a teacher would say of it. */
export type FigureKind =
  | 'dotted-played-even'
  | 'even-played-dotted'
  | 'lilt-played-even'
  | 'run-rushed'
  | 'run-dragged'
  | 'rest-not-held'
  | 'on-the-beat';

export interface FigureFinding {
  readonly kind: FigureKind;
  readonly measureIndex: number;
  /** Its notes, in order. */
  readonly noteIds: readonly string[];
  /** Those of them that did not come in their place. */
  readonly offNoteIds: readonly string[];
}

/** A dotted pair is 3 : 1 by definition; played nearer to 1 : 1 than to that (in ratios, under √3), it is even. */
const EVEN_BELOW_RATIO = Math.sqrt(3);
/** Long and short in compound meters are 2 : 1 by definition; nearer to 1 : 1 (in ratios, under √2) they are even. */
const EVEN_LILT_BELOW_RATIO = Math.SQRT2;
/** An even pair whose first note takes this much longer than its second: from triplet swing (2 : 1) on. Common practice. */
const DOTTED_FROM_RATIO = 1.8;
/** Less is a hand that is not quite even, as beginners' hands are. */
const LEAST_MOVED_SECONDS = 0.08;
/** A run that is so much shorter or longer than at the player's pulse. Common practice: what is heard at once. */
const RUSHED_SHARE = 0.82;
/** A rest that lost at least this share of itself was not held. */
const LOST_REST_SHARE = 0.45;
const OFF_BEAT_FROM_BEAT = 0.2;

/** What was done to a figure is said once: of what overlaps, the first in this order. */
const FIRST_SAID: readonly FigureKind[] = [
  'dotted-played-even',
  'even-played-dotted',
  'lilt-played-even',
  'rest-not-held',
  'on-the-beat',
  'run-rushed',
  'run-dragged',
];

type Add = (kind: FigureKind, notes: readonly PlayedNote[], off: readonly PlayedNote[]) => void;

/**
 * The figures of a take that went wrong as a whole, in order; the same thing in one measure is said once.
 * @param written @param followed of the same line, in written order.
 */
export function figuresOf(
  written: readonly WrittenNote[],
  followed: readonly FollowedNote[],
): readonly FigureFinding[] {
  const pairs = written.map((note, index): PlayedNote | undefined => {
    const played = followed[index];
    const isAsked = !note.freeTempo && !note.fermata;
    return played?.kind === 'played' && isAsked ? { note, played } : undefined;
  });
  const findings: FigureFinding[] = [];
  const ids = (notes: readonly PlayedNote[]) => notes.map(({ note }) => note.id);
  const add: Add = (kind, notes, off) =>
    findings.push({
      kind,
      measureIndex: off[0]!.note.measureIndex,
      noteIds: ids(notes),
      offNoteIds: ids(off),
    });
  pairs.forEach((pair, index) => {
    const [before, next, afterNext] = [pairs[index - 1], pairs[index + 1], pairs[index + 2]];
    if (!pair) return;
    if (next && afterNext && follows(pair, next) && follows(next, afterNext)) {
      const ratio = interval(pair, next) / interval(next, afterNext);
      const isDotted = near(pair.note.beats, 3 * next.note.beats);
      const isEven = near(pair.note.beats, next.note.beats) && pair.note.beats < 0.9 && startsBeat(pair.note);
      const isMoved = isMovedBetween(pair, next, afterNext);
      if (isDotted && ratio < EVEN_BELOW_RATIO && isMoved) add('dotted-played-even', [pair, next], [next]);
      const isLilt = near(pair.note.beats, 2 / 3) && near(next.note.beats, 1 / 3);
      if (isLilt && ratio < EVEN_LILT_BELOW_RATIO && isMoved) add('lilt-played-even', [pair, next], [next]);
      if (isEven && ratio > DOTTED_FROM_RATIO && isMoved) add('even-played-dotted', [pair, next], [next]);
    }
    if (before && !pair.played.startsPulse) findEntry(before, pair, add);
  });
  for (const run of runsOf(pairs)) {
    const share = runShare(run);
    if (share < RUSHED_SHARE) add('run-rushed', run, run.slice(-1));
    else if (share > 1 / RUSHED_SHARE) add('run-dragged', run, run.slice(-1));
  }
  return saidOnce(findings);
}

function saidOnce(findings: readonly FigureFinding[]): readonly FigureFinding[] {
  const kept: FigureFinding[] = [];
  const taken = new Set<string>();
  for (const kind of FIRST_SAID) {
    for (const finding of findings.filter((one) => one.kind === kind)) {
      if (finding.noteIds.some((id) => taken.has(id))) continue;
      const same = kept.findIndex((one) => one.kind === kind && one.measureIndex === finding.measureIndex);
      if (same < 0) kept.push(finding);
      else
        kept[same] = {
          ...kept[same]!,
          noteIds: [...kept[same]!.noteIds, ...finding.noteIds],
          offNoteIds: [...kept[same]!.offNoteIds, ...finding.offNoteIds],
        };
    }
    for (const { noteIds } of kept) for (const id of noteIds) taken.add(id);
  }
  return kept.toSorted((a, b) => a.measureIndex - b.measureIndex);
}

/** Whether it is the middle one of three notes that does not lie in its place, so that nothing else makes their lengths uneven. */
function isMovedBetween(before: PlayedNote, middle: PlayedNote, after: PlayedNote): boolean {
  const off = Math.abs(middle.played.deviationSeconds);
  const others = [before, after].map(({ played }) => Math.abs(played.deviationSeconds));
  return off >= LEAST_MOVED_SECONDS && others.every((other) => other <= MOST_SHARE * off);
}

/** An entry after a rest, or on an off-beat. */
function findEntry(before: PlayedNote, pair: PlayedNote, add: Add): void {
  const restBeats = placeOf(pair) - placeOf(before) - before.note.beats;
  const { deviationBeats } = pair.played;
  if (restBeats < SHORTEST_REST_BEATS) return;
  const offBeat = pair.note.beat % 1;
  const isOffBeat = offBeat > OFF_BEAT_FROM_BEAT && offBeat < 1 - OFF_BEAT_FROM_BEAT;
  const landed = (((offBeat + deviationBeats) % 1) + 1) % 1;
  const isOnBeat = Math.min(landed, 1 - landed) < IN_PLACE_BEATS;
  if (isOffBeat && isOnBeat && Math.abs(deviationBeats) > OFF_BEAT_FROM_BEAT)
    add('on-the-beat', [pair], [pair]);
  else if (-deviationBeats > LOST_REST_SHARE * restBeats) add('rest-not-held', [pair], [pair]);
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
      if (run.length > FEWEST_ALIKE) runs.push(run);
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
  'lilt-played-even': 'the long–short notes were played even: make the first twice as long',
  'run-rushed': 'the quick notes were rushed: give each its time',
  'run-dragged': 'the quick notes dragged: keep them moving',
  'rest-not-held': 'the rest was cut short: count it through',
  'on-the-beat': 'the entry came on the beat instead of the off-beat',
};
