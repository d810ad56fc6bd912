import { type MeasureVerdict, needsWork, type Verdict } from '../judging';
import { outcomeOf } from '../practice';
import { sayMeasure, type Vocabulary } from '../time';
import type { Remark } from './please-listen';

/** Why a take is heard before another, the most urgent first. */
const NEEDS = ['asks-for-help', 'stuck', 'please-listen', 'unsure', 'first-take', 'routine'] as const;
export type Need = (typeof NEEDS)[number];

/** What is known of a take before it is heard. */
export interface PlayedTake {
  readonly askedBpm: number;
  /** Stage of the plan; null for the whole line. */
  readonly stage: string | null;
  /** Null until it is checked. */
  readonly verdictState: Verdict['state'] | null;
  readonly measures: readonly MeasureVerdict[] | null;
}

/** The newest take of a student on a line, which the teacher has not answered. */
export interface WaitingTake extends PlayedTake {
  readonly asksForHelp: boolean;
  /** Why it should be heard; null for no reason. */
  readonly remark: Remark | null;
  /** Of the same student and line, newest first. */
  readonly earlier: readonly PlayedTake[];
}

/** So many takes at one tempo and stage without a good one are no chance. Common practice. */
const STUCK_TAKES = 4;
/** From this share of unclear notes on the verdict says little. */
const UNSURE_SHARE = 0.1;

/** Who needs the teacher most: who asks, who does not get on, where Mevlo could not hear well, who is new to a line. */
export function needOf(take: WaitingTake): Need {
  if (take.asksForHelp) return 'asks-for-help';
  if (isStuck(take)) return 'stuck';
  if (take.remark) return 'please-listen';
  if (isUnsure(take)) return 'unsure';
  return take.earlier.length === 0 ? 'first-take' : 'routine';
}

function isStuck(take: WaitingTake): boolean {
  const here = [take, ...take.earlier].slice(0, STUCK_TAKES);
  return (
    here.length === STUCK_TAKES &&
    here.every(({ askedBpm, stage }) => askedBpm === take.askedBpm && stage === take.stage) &&
    here.every(({ verdictState, measures }) => {
      const outcome = outcomeOf(verdictState ?? 'nothing-heard', measures ?? []);
      return outcome === 'fair' || outcome === 'fell-apart';
    })
  );
}

function isUnsure({ verdictState, measures }: PlayedTake): boolean {
  if (verdictState !== 'judged' || !measures) return true;
  const written = measures.reduce((sum, measure) => sum + measure.written, 0);
  const unclear = measures.reduce((sum, measure) => sum + measure.unclear, 0);
  return unclear >= UNSURE_SHARE * written;
}

/** The most urgent first. @param takes who has waited longest first, which is kept among equals. */
export function inOrderOfNeed<Take extends WaitingTake>(takes: readonly Take[]): readonly Take[] {
  const rank = (take: Take) => NEEDS.indexOf(needOf(take));
  return takes.toSorted((a, b) => rank(a) - rank(b));
}

/** @param helpMeasure the printed number of the measure that help was asked for. */
export function sayNeed(need: Need, helpMeasure: number | null, vocabulary: Vocabulary): string | undefined {
  switch (need) {
    case 'asks-for-help':
      return helpMeasure === null
        ? 'asks for help'
        : `asks for help in ${sayMeasure(helpMeasure, vocabulary)}`;
    case 'stuck':
      return `${STUCK_TAKES} times at this tempo, none of them good`;
    case 'please-listen':
      return 'please listen to this one';
    case 'unsure':
      return 'Mevlo could not hear it well';
    case 'first-take':
      return 'first take of this line';
    case 'routine':
      return undefined;
  }
}

/** Where to begin listening; undefined when nothing needs work. */
export function firstWeakMeasure(measures: readonly MeasureVerdict[]): number | undefined {
  const index = measures.findIndex((measure) => needsWork(measure) && measure.startSeconds !== undefined);
  return index < 0 ? undefined : index;
}
