import { requireRange } from '../base';

/** What a take was like, as far as climbing is concerned. */
export type Outcome = 'easy' | 'good' | 'fair' | 'fell-apart';

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
  | { readonly kind: 'teacher-says-done' }
  | { readonly kind: 'student-picks'; readonly bpm: number };

/** Where a student stands on a ladder. */
export interface Climb {
  /** Place on the ladder, from 0; as long as the ladder when it is climbed. */
  readonly rungIndex: number;
  /** Rungs on which enough good takes were played. */
  readonly climbed: readonly number[];
  readonly goodInRow: number;
  readonly easyInRow: number;
  readonly brokenInRow: number;
  /** How often each rung was fallen from. */
  readonly falls: Readonly<Record<number, number>>;
}

const START: Climb = { rungIndex: 0, climbed: [], goodInRow: 0, easyInRow: 0, brokenInRow: 0, falls: {} };

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
  return attempts.reduce((climb, attempt) => step(ladder, rules, climb, attempt), START);
}

export function isClimbed(ladder: readonly number[], { rungIndex }: Climb): boolean {
  return rungIndex >= ladder.length;
}

function step(ladder: readonly number[], rules: ClimbRules, climb: Climb, attempt: Attempt): Climb {
  if (attempt.kind === 'teacher-says-done') return moveTo(ladder.length, { ...climb, climbed: ladder });
  if (attempt.kind === 'student-picks') {
    const index = ladder.findLastIndex((bpm) => bpm <= attempt.bpm);
    return index < 0 ? climb : moveTo(index, climb);
  }
  const rung = ladder[climb.rungIndex];
  // A slower take than the rung asks for is practice, no climbing; after the last rung nothing moves any more.
  if (rung === undefined || attempt.bpm < rung) return climb;
  return count(ladder, rules, climb, attempt.outcome);
}

function count(ladder: readonly number[], rules: ClimbRules, climb: Climb, outcome: Outcome): Climb {
  const isGood = outcome === 'good' || outcome === 'easy';
  const next: Climb = {
    ...climb,
    goodInRow: isGood ? climb.goodInRow + 1 : 0,
    easyInRow: outcome === 'easy' ? climb.easyInRow + 1 : 0,
    brokenInRow: outcome === 'fell-apart' ? climb.brokenInRow + 1 : 0,
  };
  const { rungIndex } = next;
  const hasMercy = (next.falls[rungIndex] ?? 0) >= FALLS_BEFORE_MERCY;
  const needed = hasMercy ? 1 : rules.goodTakesToRise;
  if (next.goodInRow >= needed) {
    const isEasy = rules.easyTakesToLeap > 0 && next.easyInRow >= rules.easyTakesToLeap;
    // The last rung is never leapt over: the goal must have been played.
    const to = isEasy ? Math.max(rungIndex + 1, Math.min(rungIndex + 2, ladder.length - 1)) : rungIndex + 1;
    const climbed = ladder.slice(rungIndex, to).filter((bpm) => !next.climbed.includes(bpm));
    return moveTo(to, { ...next, climbed: [...next.climbed, ...climbed] });
  }
  if (rules.brokenTakesToFall > 0 && next.brokenInRow >= rules.brokenTakesToFall && rungIndex > 0) {
    const falls = { ...next.falls, [rungIndex]: (next.falls[rungIndex] ?? 0) + 1 };
    return moveTo(rungIndex - 1, { ...next, falls });
  }
  return next;
}

function moveTo(rungIndex: number, climb: Climb): Climb {
  return { ...climb, rungIndex, goodInRow: 0, easyInRow: 0, brokenInRow: 0 };
}
