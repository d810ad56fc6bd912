import { faultsOf, needsWork, type Verdict } from '../../judging';
import type { Line } from '../../notation';
import type { Climbing } from '../after-clean';
import { proposeChunks, USUAL_DRILL_TIMES } from '../chunk';
import { lineOfChunk } from '../chunk-line';
import type { HardPair } from '../hard-pairs';
import { outcomeOf } from '../outcome';
import { type LoopLine, lineOfLoop } from '../what-next';
import type { CoachHeard, CoachPlan, CoachTask, WeakMeasure } from './coach';

/** What a coach needs to know of a line and of the way up. @param hardPairs see `hardPairsOf`. */
export function coachPlanOf(
  { part }: Line,
  { ladder, rules }: Pick<Climbing, 'ladder' | 'rules'>,
  hardPairs: readonly HardPair[],
): CoachPlan {
  const pieces = proposeChunks(part, 'phrases').flatMap((chunk) =>
    chunk.kind === 'measures' ? [chunk.fromIndex] : [],
  );
  return {
    measures: part.measures.length,
    phraseStarts: [...new Set([0, ...pieces])].toSorted((a, b) => a - b),
    hardPairs,
    ladder,
    rules,
  };
}

/**
 * The music of a task; what is played several times in a row is written with a repeat. `firstIndex` is the printed measure that it begins
 * with; of two notes, the one they stand in.
 */
export function lineOfTask(line: Line, { range, pair, times }: CoachTask): LoopLine {
  if (pair) {
    const chunk = { kind: 'drill', id: 'pair', eventIds: pair.eventIds, times: USUAL_DRILL_TIMES } as const;
    return { line: lineOfChunk(line, chunk), firstIndex: range.fromIndex };
  }
  const loop = lineOfLoop(line, range);
  if (times === 1) return loop;
  const { part } = loop.line;
  const last = part.measures.length - 1;
  const measures = part.measures.map((measure, index) => ({
    ...measure,
    repeatStart: index === 0,
    repeatPlays: index === last ? times : 1,
  }));
  return { ...loop, line: { ...loop.line, part: { ...part, measures } } };
}

/** A verdict that blames nobody: it could not be heard, or somebody talked. */
const NOT_PLAYED: readonly Verdict['state'][] = [
  'nothing-heard',
  'unclear-sound',
  'speech',
  'several-sounds',
];

/**
 * What of a verdict on a task the coach goes by. Of several times in a row the first is for finding in.
 * @param firstIndex see `lineOfTask`. @param seconds that the task took.
 */
export function coachHeardOf(
  { state, measures }: Pick<Verdict, 'state' | 'measures'>,
  { times }: Pick<CoachTask, 'times'>,
  firstIndex: number,
  seconds: number,
): CoachHeard {
  if (NOT_PLAYED.includes(state)) return { kind: 'nothing', seconds };
  const counted = measures.filter(({ pass }) => times === 1 || pass > 1);
  const weak = new Map<number, WeakMeasure>();
  for (const measure of counted.filter(needsWork).toSorted((a, b) => faultsOf(b) - faultsOf(a))) {
    const measureIndex = measure.printedIndex + firstIndex;
    if (!weak.has(measureIndex))
      weak.set(measureIndex, { measureIndex, hasWrongNotes: measure.notesNeedWork });
  }
  return { kind: 'played', outcome: outcomeOf(state, counted), weak: [...weak.values()], seconds };
}
