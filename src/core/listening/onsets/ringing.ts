import { clamp, quantile } from '../../base';
import { toFrames } from '../frame-length';

/** In this time … */
const FALL_SECONDS = 0.1;
/** … the level falls by so much at the ends of tones that stop dead, and by so much where a hall or the strings ring on. */
const DEAD_FALL_DB = 24;
const RINGING_FALL_DB = 12;
/** The steepest falls are ends; a cough is rarer than they are. */
const STEEPEST_SHARE = 0.02;
/** Where a fall begins: near the loudest, and with room to fall. */
const ROOM_TO_FALL_DB = 25;

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
    if (level > peakDb - ROOM_TO_FALL_DB && level > noiseDb + ROOM_TO_FALL_DB)
      falls.push(level - levelDb[frame + step]!);
  }
  if (falls.length === 0) return 1;
  const steepest = quantile(falls, 1 - STEEPEST_SHARE);
  return clamp((DEAD_FALL_DB - steepest) / (DEAD_FALL_DB - RINGING_FALL_DB), 0, 1);
}
