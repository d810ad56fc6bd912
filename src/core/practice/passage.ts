import { type MeasureVerdict, needsWork } from '../judging';
import type { Part } from '../notation';
import { measureName, sayMeasure, type Vocabulary } from '../time';
import type { Stage } from './plan';

/** Some measures of a line that a teacher asks for at a tempo, by their printed numbers, 0 for a pickup. */
export interface Passage {
  readonly fromMeasure: number;
  /** The last of them. */
  readonly toMeasure: number;
  readonly bpm: number;
}

/**
 * The passage as a stage: all that is written, once, before anything else.
 * @param takeId of the take that it answers: asked for again, it is played again.
 * @returns undefined when the part has no such measures (any more).
 */
export function stageOfPassage(
  part: Part,
  { fromMeasure, toMeasure, bpm }: Passage,
  takeId: string,
): Stage | undefined {
  const fromIndex = part.measures.findIndex(({ number }) => number === fromMeasure);
  const toIndex = part.measures.findLastIndex(({ number }) => number === toMeasure) + 1;
  if (fromIndex < 0 || toIndex <= fromIndex) return undefined;
  const id = `asked-${takeId}-${fromMeasure}-${toMeasure}-${bpm}`;
  return {
    id: `${id}/expression`,
    chunk: { kind: 'measures', id, fromIndex, toIndex },
    step: 'expression',
    ladder: [bpm],
    isAsked: true,
  };
}

/**
 * What a teacher would ask for after a take: its first run of measures that need work, at the tempo before the one that was
 * too fast. Common practice.
 * @param printed number of every printed measure of what was played.
 * @param rungs rising tempos that the student climbs. @returns undefined when nothing needs work.
 */
export function passageToAsk(
  measures: readonly MeasureVerdict[],
  printed: readonly number[],
  askedBpm: number,
  rungs: readonly number[],
): Passage | undefined {
  const first = measures.findIndex(needsWork);
  if (first < 0) return undefined;
  let last = first;
  while (measures[last + 1] && needsWork(measures[last + 1]!)) last++;
  const numbers = measures.slice(first, last + 1).map(({ printedIndex }) => printed[printedIndex]!);
  return {
    // A run across a repeat goes back: all of what it covers.
    fromMeasure: Math.min(...numbers),
    toMeasure: Math.max(...numbers),
    bpm: rungs.findLast((bpm) => bpm < askedBpm) ?? askedBpm,
  };
}

/** `measures 3 to 4 at 60`, `the pickup at 72`. */
export function sayPassage({ fromMeasure, toMeasure, bpm }: Passage, vocabulary: Vocabulary): string {
  if (fromMeasure === toMeasure) return `${sayMeasure(fromMeasure, vocabulary)} at ${bpm}`;
  const noun = measureName(vocabulary);
  return fromMeasure === 0
    ? `the pickup to ${noun} ${toMeasure} at ${bpm}`
    : `${noun}s ${fromMeasure} to ${toMeasure} at ${bpm}`;
}
