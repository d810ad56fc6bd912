import { median } from '../base';
import { powerToDb } from '../signal';
import { FRAME_SECONDS, SAME_START_SECONDS, SHORTEST_NOTE_SECONDS, toFrames } from './frame-length';
import type { Frames } from './frames';
import { PITCH, STARTING } from './model/hearing';
import { PARTIAL_STEP_SECONDS, partialLook } from './pitch/partial-levels';
import type { PartialMeter } from './pitch/partials';
import { middlePitch, samePitch } from './pitch-segments';
import type { Segment } from './segment';

/** What seems to be a tone of its own in the gap, though the tone around it goes on: short, and not as clear as a tone is. */
const SEEMING_CLARITY = 0.97;

/** A tone with the stretches of it in which something else was to be heard. */
export interface PartlyCovered extends Segment {
  readonly covered: readonly Segment[];
}

/**
 * Joins what is one tone though its pitch could not be made out for a moment, because something else sounded over it: a word, a foot,
 * a chair. Then the level does not dip, and the tone's own partials go on.
 */
export function joinCovered(
  segments: readonly Segment[],
  frames: Frames,
  partials: PartialMeter,
): readonly PartlyCovered[] {
  const joined: PartlyCovered[] = [];
  for (const segment of segments) {
    const seeming = joined.at(-1);
    const around = joined.at(-2);
    if (seeming && around && isSeeming(seeming, frames) && goesOn(around, segment, frames, partials))
      joined.pop();
    const before = joined.at(-1);
    if (before && goesOn(before, segment, frames, partials)) {
      const gap = { from: before.to, to: segment.from };
      joined[joined.length - 1] = { from: before.from, to: segment.to, covered: [...before.covered, gap] };
    } else joined.push({ ...segment, covered: [] });
  }
  return joined;
}

function isSeeming({ from, to }: Segment, { clarity }: Frames): boolean {
  return (
    to - from <= toFrames(PITCH.longestSeemingSeconds) && median(clarity.slice(from, to)) < SEEMING_CLARITY
  );
}

function goesOn(before: Segment, after: Segment, frames: Frames, partials: PartialMeter): boolean {
  const gap = after.from - before.to;
  if (gap > toFrames(PITCH.longestCoveredSeconds) || !samePitch(before, after, frames)) return false;
  if (levelDips(before.to, after.from, frames.levelDb)) return false;
  return ownPartialsGoOn(before, after, middlePitch(before, frames.midi), partials);
}

function levelDips(from: number, to: number, levelDb: Float64Array): boolean {
  const beside = toFrames(SAME_START_SECONDS);
  const sides = Math.min(
    median(levelDb.subarray(Math.max(0, from - beside), from)),
    median(levelDb.subarray(to, to + beside)),
  );
  return Math.min(...levelDb.subarray(from, to)) < sides - STARTING.partingDipDb;
}

function ownPartialsGoOn(before: Segment, after: Segment, midi: number, meter: PartialMeter): boolean {
  const { count, powersAt } = partialLook(midi, meter);
  const levelsAt = (seconds: number) => powersAt(seconds).map(powerToDb);
  const from = before.to * FRAME_SECONDS;
  // What hid the pitch may have been taken for a fraction of it, and so for the beginning of what comes after.
  const to = Math.max(after.from * FRAME_SECONDS, from + SHORTEST_NOTE_SECONDS);
  const sides = [levelsAt(from - SAME_START_SECONDS), levelsAt(to + SAME_START_SECONDS)];
  const steps = Math.max(1, Math.ceil((to - from) / PARTIAL_STEP_SECONDS));
  const inside = Array.from({ length: steps + 1 }, (_, step) =>
    levelsAt(from + ((to - from) * step) / steps),
  );
  const dips = Array.from(
    { length: count },
    (_, index) =>
      Math.min(...sides.map((levels) => levels[index]!)) -
      Math.min(...inside.map((levels) => levels[index]!)),
  );
  return median(dips) <= PITCH.ownDipDb;
}
