import { clamp, quantile } from '../../base';
import { toFrames } from '../frame-length';
import { STARTING } from '../model/hearing';

/** In this time the level falls far at the ends of tones that stop dead. */
const FALL_SECONDS = 0.1;
/** The steepest falls are ends; a cough is rarer than they are. */
const STEEPEST_SHARE = 0.02;

/**
 * How much tones ring on after their end, 0–1: by a room, by strings, or because hardly any ever ends. Departs from decay times
 * (T. de M. Prego et al., blind estimation from free-decay regions, WASPAA 2012) in that one number of the whole recording is
 * enough to tell how far to trust what is heard just after a start.
 * @param levelDb of every frame.
 */
export function ringing(levelDb: Float64Array, noiseDb: number, peakDb: number): number {
  const step = toFrames(FALL_SECONDS);
  const falls: number[] = [];
  for (let frame = 0; frame + step < levelDb.length; frame++) {
    const level = levelDb[frame]!;
    if (level > peakDb - STARTING.roomToFallDb && level > noiseDb + STARTING.roomToFallDb)
      falls.push(level - levelDb[frame + step]!);
  }
  if (falls.length === 0) return 1;
  const steepest = quantile(falls, 1 - STEEPEST_SHARE);
  return clamp((STARTING.deadFallDb - steepest) / (STARTING.deadFallDb - STARTING.ringingFallDb), 0, 1);
}
