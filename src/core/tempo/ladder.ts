import { requireRange } from '../base';
import { FASTEST_MARK, PRACTICE_MARKS, SLOWEST_PRACTICE } from './metronome-scale';

/** A usual climb goes up two marks at a time (66 → 72). Common practice: one or two. */
export const USUAL_MARKS_PER_RUNG = 2;

/**
 * The tempos to climb from a start to a goal, both included, on the traditional metronome scale and its continuation downwards.
 * @param startBpm @param goalBpm beats per minute, 20–208, start not above goal; they need not be marks.
 * @returns rising tempos in beats per minute.
 */
export function layLadder(
  startBpm: number,
  goalBpm: number,
  marksPerRung = USUAL_MARKS_PER_RUNG,
): readonly number[] {
  requireRange('start tempo', startBpm, SLOWEST_PRACTICE, FASTEST_MARK, 'bpm');
  requireRange('goal tempo', goalBpm, startBpm, FASTEST_MARK, 'bpm');
  requireRange('marks per rung', marksPerRung, 1, 10);
  if (startBpm === goalBpm) return [goalBpm];
  const between = PRACTICE_MARKS.filter((mark) => mark > startBpm && mark < goalBpm);
  const rungs = between.filter((_, index) => index % marksPerRung === marksPerRung - 1);
  return [startBpm, ...rungs, goalBpm];
}

/** Slower than half the lowest rung it is no music any more. */
const SLOWEST_SHARE = 0.5;

/** The slowest tempo that a line is practised at. @param ladder rising tempos, at least one. */
export const slowestOn = (ladder: readonly number[]): number =>
  Math.max(SLOWEST_PRACTICE, Math.round(ladder[0]! * SLOWEST_SHARE));
