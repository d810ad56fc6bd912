import { clamp } from '../../base';
import { FRAME_SECONDS, toFrames } from '../frame-length';
import { loudest } from '../levels';
import type { Segment } from '../segment';

/** A dip of this depth on both sides is a fresh tongue or bow; vibrato and room echo stay below. */
export const REATTACK_DIP_DB = 5;
/** Where to look for the bottom of the dip and the top of the next attack. */
export const DIP_SIDE_SECONDS = 0.12;
/** Vibrato at 5–7 Hz regains under a third of its swing in this time, a tongued note most of it. */
const SHARP_RISE_SECONDS = 0.03;
const SHARP_RISE_SHARE = 0.5;
/** Just after a start the echo of the note before beats against the new one; only a deep dip is a tongue there. */
const SETTLING_DIP_DB = 12;
const SETTLING_SECONDS = 0.12;
const SETTLED_SECONDS = 0.25;

/** How deep a dip must be to part a tone that has sounded for so many frames. */
export function neededDip(framesSoFar: number): number {
  const seconds = framesSoFar * FRAME_SECONDS;
  const settled = clamp((seconds - SETTLING_SECONDS) / (SETTLED_SECONDS - SETTLING_SECONDS), 0, 1);
  return SETTLING_DIP_DB + settled * (REATTACK_DIP_DB - SETTLING_DIP_DB);
}

/** A tongue or bow lets the tone back at once; vibrato swings back as slowly as it went. */
export function risesSharply(frame: number, within: Segment, levelDb: Float64Array): boolean {
  const to = Math.min(within.to, frame + toFrames(DIP_SIDE_SECONDS));
  const rise =
    loudest(levelDb, frame + 1, Math.min(to, frame + 1 + toFrames(SHARP_RISE_SECONDS))) - levelDb[frame]!;
  return rise >= SHARP_RISE_SHARE * (loudest(levelDb, frame + 1, to) - levelDb[frame]!);
}

/** By how much the level at `frame` lies under the loudest moments close before and after it, in dB. */
export function levelDip(frame: number, within: Segment, levelDb: Float64Array, side: number): number {
  const before = loudest(levelDb, Math.max(within.from, frame - side), frame);
  const after = loudest(levelDb, frame + 1, Math.min(within.to, frame + side));
  return Math.min(before, after) - levelDb[frame]!;
}
