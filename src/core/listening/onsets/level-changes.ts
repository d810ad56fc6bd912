import { frameSeconds, toFrames } from '../frame-length';
import type { Frames } from '../frames';
import { STARTING } from '../model/hearing';
import type { Segment } from '../segment';

/** A held tone changes little in this time; one that is started anew gets louder or softer, however its start is covered. */
export const CHANGE_SECONDS = 0.06;
/** The attack of the tone itself, and its end. */
export const ATTACK_SECONDS = 0.08;
export const END_SECONDS = 0.06;

/** By how much the level rises within 60 ms around a frame, in dB. */
export function changeAround(frame: number, levelDb: Float64Array): number {
  const half = toFrames(CHANGE_SECONDS) >> 1;
  return (levelDb[frame + half] ?? 0) - (levelDb[frame - half] ?? 0);
}

/** When the level of a tone changes at once, in seconds. Neither vibrato nor a hairpin is told from a new start by this alone. */
export function levelChanges({ from, to }: Segment, { levelDb }: Frames): number[] {
  const half = toFrames(CHANGE_SECONDS) >> 1;
  const found: number[] = [];
  for (let frame = from + toFrames(ATTACK_SECONDS); frame < to - toFrames(END_SECONDS); frame++) {
    const change = Math.abs(changeAround(frame, levelDb));
    if (change < STARTING.leastLevelChangeDb) continue;
    let isHighest = true;
    for (let near = frame - half; near <= frame + half; near++) {
      const other = Math.abs(changeAround(near, levelDb));
      if (other > change || (other === change && near < frame)) isHighest = false;
    }
    if (isHighest) found.push(frameSeconds(frame));
  }
  return found;
}
