import { toFrames } from '../frame-length';
import { loudest } from '../levels';
import { STARTING } from '../model/hearing';
import type { Segment } from '../segment';

/** Where to look for the bottom of the dip and the top of the next attack: within this a sound reaches its top. */
export const DIP_SIDE_SECONDS = 0.12;
/** Vibrato at 5–7 Hz regains under a third of its swing in this time, a tongued note most of it. */
const SHARP_RISE_SECONDS = 0.03;
/** A tongue or bow lets the tone back at once; vibrato swings back as slowly as it went. */
export function risesSharply(frame: number, within: Segment, levelDb: Float64Array): boolean {
  const to = Math.min(within.to, frame + toFrames(DIP_SIDE_SECONDS));
  const rise =
    loudest(levelDb, frame + 1, Math.min(to, frame + 1 + toFrames(SHARP_RISE_SECONDS))) - levelDb[frame]!;
  return rise >= STARTING.sharpRiseShare * (loudest(levelDb, frame + 1, to) - levelDb[frame]!);
}

/** By how much the level at `frame` lies under the loudest moments close before and after it, in dB. */
export function levelDip(frame: number, within: Segment, levelDb: Float64Array, side: number): number {
  const before = loudest(levelDb, Math.max(within.from, frame - side), frame);
  const after = loudest(levelDb, frame + 1, Math.min(within.to, frame + side));
  return Math.min(before, after) - levelDb[frame]!;
}
