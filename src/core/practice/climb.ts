import { requireRange } from '../base';

/** What a take was like, as far as climbing is concerned. */
export type Outcome = 'easy' | 'good' | 'fair' | 'fell-apart';

/** Good enough to go on: what is easy is good, too. */
export type GoodOutcome = Extract<Outcome, 'easy' | 'good'>;
export const isGoodOutcome = (outcome: Outcome | null): outcome is GoodOutcome =>
  outcome === 'good' || outcome === 'easy';

/** When to go up, further up, or down. */
export interface ClimbRules {
  /** So many good takes in a row lead one rung up. */
  readonly goodTakesToRise: number;
  /** So many easy takes in a row lead two rungs up; 0 never does. */
  readonly easyTakesToLeap: number;
  /** So many takes in a row that fell apart lead one rung down. */
  readonly brokenTakesToFall: number;
}

/** Two takes in a row with every measure good enough; a bigger step when it was very easy. Common practice. */
export const USUAL_RULES: ClimbRules = { goodTakesToRise: 2, easyTakesToLeap: 2, brokenTakesToFall: 2 };

/** One attempt on a ladder; a person's word moves at once. */
export type Attempt =
  | { readonly kind: 'take'; readonly bpm: number; readonly outcome: Outcome }
  /** The teacher's word is above the verdict: the rung is climbed. */
  | { readonly kind: 'teacher-accepts'; readonly bpm: number }
  | { readonly kind: 'teacher-says-done' }
  | { readonly kind: 'student-picks'; readonly bpm: number };

/** Where a student stands on a ladder. */
export interface Climb {
  /** Place on the ladder, from 0; as long as the ladder when it is climbed. */
  readonly rungIndex: number;
  /** Rungs on which enough good takes were played. */
  readonly climbed: readonly number[];
  readonly goodInRow: number;
  /** The slowest of them; rungs up to it are climbed together. */
  readonly slowestGoodBpm: number;
  readonly easyInRow: number;
  readonly brokenInRow: number;
  /** How often each rung was fallen from. */
  readonly falls: Readonly<Record<number, number>>;
}

const NO_ROW = {
  goodInRow: 0,
  slowestGoodBpm: Number.POSITIVE_INFINITY,
  easyInRow: 0,
  brokenInRow: 0,
} as const;
const START: Climb = { rungIndex: 0, climbed: [], ...NO_ROW, falls: {} };

/** After falling from a rung this often, one good take there is enough: going up and down for ever teaches nothing. */
const FALLS_BEFORE_MERCY = 2;

/**
 * Where a student stands after some attempts: a pure function, so that replaying them always gives the same.
 * @param ladder rising tempos, at least one.
 */
export function climbLadder(
  ladder: readonly number[],
  rules: ClimbRules,
  attempts: readonly Attempt[],
): Climb {
  requireRange('rungs of a ladder', ladder.length, 1, 100);
  return attempts.reduce((climb, attempt) => climbOn(ladder, rules, climb, attempt), START);
}

export function isClimbed(ladder: readonly number[], { rungIndex }: Climb): boolean {
  return rungIndex >= ladder.length;
}

/** Where one more attempt leads. */
export function climbOn(ladder: readonly number[], rules: ClimbRules, climb: Climb, attempt: Attempt): Climb {
  if (attempt.kind === 'teacher-says-done') return moveTo(ladder.length, { ...climb, climbed: ladder });
  if (attempt.kind === 'student-picks') {
    const index = ladder.findLastIndex((bpm) => bpm <= attempt.bpm);
    return index < 0 ? climb : moveTo(index, climb);
  }
  const rung = ladder[climb.rungIndex];
  // A slower take than the rung asks for is practice, no climbing; after the last rung nothing moves any more.
  if (rung === undefined || attempt.bpm < rung) return climb;
  if (attempt.kind === 'teacher-accepts') return rise(ladder, climb, attempt.bpm, 1);
  return count(ladder, rules, climb, attempt.outcome, attempt.bpm);
}

function count(
  ladder: readonly number[],
  rules: ClimbRules,
  climb: Climb,
  outcome: Outcome,
  bpm: number,
): Climb {
  const isGood = isGoodOutcome(outcome);
  const next: Climb = {
    ...climb,
    goodInRow: isGood ? climb.goodInRow + 1 : 0,
    slowestGoodBpm: isGood ? Math.min(climb.slowestGoodBpm, bpm) : NO_ROW.slowestGoodBpm,
    easyInRow: outcome === 'easy' ? climb.easyInRow + 1 : 0,
    brokenInRow: outcome === 'fell-apart' ? climb.brokenInRow + 1 : 0,
  };
  const { rungIndex } = next;
  const hasMercy = (next.falls[rungIndex] ?? 0) >= FALLS_BEFORE_MERCY;
  if (next.goodInRow >= (hasMercy ? 1 : rules.goodTakesToRise)) {
    const isEasy = rules.easyTakesToLeap > 0 && next.easyInRow >= rules.easyTakesToLeap;
    return rise(ladder, next, next.slowestGoodBpm, isEasy ? 2 : 1);
  }
  if (rules.brokenTakesToFall > 0 && next.brokenInRow >= rules.brokenTakesToFall && rungIndex > 0) {
    const falls = { ...next.falls, [rungIndex]: (next.falls[rungIndex] ?? 0) + 1 };
    return moveTo(rungIndex - 1, { ...next, falls });
  }
  return next;
}

/** Up by some rungs, and over all that were played as fast; the goal itself is never leapt over. */
function rise(ladder: readonly number[], climb: Climb, bpm: number, rungs: 1 | 2): Climb {
  const { rungIndex } = climb;
  const played = ladder.findLastIndex((rung) => rung <= bpm) + 1;
  const leapt = Math.min(rungIndex + rungs, ladder.length - 1);
  const to = Math.max(rungIndex + 1, played, leapt);
  const climbed = ladder.slice(rungIndex, to).filter((rung) => !climb.climbed.includes(rung));
  return moveTo(to, { ...climb, climbed: [...climb.climbed, ...climbed] });
}

function moveTo(rungIndex: number, climb: Climb): Climb {
  return { ...climb, ...NO_ROW, rungIndex };
}
