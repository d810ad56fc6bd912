import type { AfterClean } from '../judging';
import { type Climb, type ClimbRules, climbOn, type GoodOutcome } from './climb';

/** The ladder a student is on, and where. */
export interface Climbing {
  readonly ladder: readonly number[];
  readonly rules: ClimbRules;
  readonly climb: Climb;
  /** Nothing comes after it. */
  readonly isLast: boolean;
}

/** What a take in which every measure was right leads to, once it is handed in. @param bpm tempo that was asked for. */
export function afterCleanTake({ ladder, rules, climb, isLast }: Climbing, bpm: number): AfterClean {
  const rung = ladder[climb.rungIndex];
  if (rung === undefined) return { kind: 'nothing' };
  const next = climbOn(ladder, rules, climb, { kind: 'take', bpm, outcome: 'easy' });
  const faster = ladder[next.rungIndex];
  if (faster === undefined) return { kind: isLast ? 'learned' : 'next-stage' };
  if (next.rungIndex > climb.rungIndex || bpm < rung) return { kind: 'faster', bpm: faster };
  const isTop = climb.rungIndex === ladder.length - 1;
  return { kind: 'again', takes: Math.max(1, rules.goodTakesToRise - next.goodInRow), isTop };
}

/** The same ladder once a take in which every measure was right is handed in. */
export const climbingAfter = (climbing: Climbing, bpm: number, outcome: GoodOutcome): Climbing => ({
  ...climbing,
  climb: climbOn(climbing.ladder, climbing.rules, climbing.climb, { kind: 'take', bpm, outcome }),
});
