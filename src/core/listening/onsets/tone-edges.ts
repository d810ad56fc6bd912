import { clamp, median } from '../../base';
import { FRAME_SECONDS, frameSeconds, toFrames } from '../frame-length';
import type { Frames } from '../frames';
import type { HeardTone } from '../heard';
import { loudest } from '../levels';
import { STARTING } from '../model/hearing';
import type { PartialMeter } from '../pitch/partials';
import { BRIDGED_SECONDS, LONGEST_UNSETTLED_SECONDS, middlePitch, samePitch } from '../pitch-segments';
import type { Segment } from '../segment';
import { DIP_SIDE_SECONDS, levelDip } from './level-dips';

/**
 * A tone is felt to begin when it has come within so much of its mean level, which lies a little under its top (`FELT_BELOW_TOP_DB`). Of 9 and
 * 10 dB, 9 lies nearer to the true starts of sampled instruments, by 0.1 ms.
 */
const FELT_BELOW_LEVEL_DB = 9;

/** How a note began. */
type Start = Pick<HeardTone, 'onsetSeconds' | 'start' | 'dipDb'>;

/** When a note was felt to begin, by the level of the whole sound. @param level of the note, in dB. */
export function findStart(
  segment: Segment,
  before: Segment | undefined,
  level: number,
  frames: Frames,
): Start {
  const { levelDb } = frames;
  const side = toFrames(DIP_SIDE_SECONDS);
  // Never look back beyond the middle of the tone before.
  const earliest = Math.max(0, segment.from - side, before ? (before.from + before.to) >> 1 : 0);
  let bottom = earliest;
  const last = Math.min(segment.to - 1, segment.from + toFrames(0.05));
  for (let frame = earliest; frame <= last; frame++) if (levelDb[frame]! <= levelDb[bottom]!) bottom = frame;
  const top = Math.min(level + 3, loudest(levelDb, bottom, bottom + side + 1));
  const depth = top - levelDb[bottom]!;
  const joined = before !== undefined && segment.from - before.to <= toFrames(BRIDGED_SECONDS);
  const dipDb = joined ? Math.min(depth, loudest(levelDb, earliest, bottom + 1) - levelDb[bottom]!) : depth;
  if (dipDb < STARTING.partingDipDb * 0.6) {
    return { onsetSeconds: segment.from * FRAME_SECONDS, start: 'pitch-change', dipDb: Math.max(0, dipDb) };
  }
  const felt = Math.max(top - FELT_BELOW_LEVEL_DB, levelDb[bottom]! + STARTING.feltShareOfDip * depth);
  let frame = bottom;
  while (frame < segment.to - 1 && levelDb[frame + 1]! < felt) frame++;
  const rise = levelDb[frame + 1]! - levelDb[frame]!;
  const within = rise > 0 ? clamp((felt - levelDb[frame]!) / rise, 0, 1) : 0;
  const crossing = frameSeconds(frame) + within * FRAME_SECONDS;
  // Where the pitch turns, the new tone already outweighs the echo of the old one.
  const masked = joined && dipDb < STARTING.maskedDipDb && !samePitch(before, segment, frames);
  const turn = masked ? (segment.from + 1) * FRAME_SECONDS : crossing;
  return {
    onsetSeconds: Math.min(crossing, Math.max(turn, frameSeconds(bottom))),
    start: dipDb < STARTING.partingDipDb ? 'pitch-change' : 'attack',
    dipDb,
  };
}

/**
 * The start of a note that follows another pitch without a gap, by its own partials: what still rings of the note before
 * neither hides it nor puts it off. @param isHeld the tone does not fade. @returns undefined where that cannot be told.
 */
export function ownStart(
  segment: Segment,
  before: Segment | undefined,
  partials: PartialMeter,
  frames: Frames,
  isHeld: boolean,
): Start | undefined {
  // What rings of a louder note before, or what sounds without a clear pitch, hides the start of a held tone for at most so long. Among
  // ringing strings an older tone of the same pitch would be taken for it.
  const hidden = isHeld ? LONGEST_UNSETTLED_SECONDS : DIP_SIDE_SECONDS;
  if (!before || segment.from - before.to > toFrames(hidden) || samePitch(before, segment, frames))
    return undefined;
  const latest = Math.min(segment.to, segment.from + toFrames(DIP_SIDE_SECONDS));
  const earliestWithin = (seconds: number) =>
    Math.max(segment.from - toFrames(seconds), (before.from + before.to) >> 1);
  const earliest = earliestWithin(DIP_SIDE_SECONDS);
  // Further back only where it sounded already: what is looked at there is mostly the tone before.
  const onsetSeconds = partials.maybeRise(
    middlePitch(segment, frames.midi),
    middlePitch(before, frames.midi),
    [earliest * FRAME_SECONDS, latest * FRAME_SECONDS],
    earliestWithin(hidden) * FRAME_SECONDS,
  );
  if (onsetSeconds === undefined) return undefined;
  const at = Math.round(onsetSeconds / FRAME_SECONDS - 0.5);
  const dipDb = Math.max(
    0,
    levelDip(at, { from: Math.min(earliest, at), to: latest }, frames.levelDb, toFrames(DIP_SIDE_SECONDS)),
  );
  return { onsetSeconds, start: dipDb < STARTING.partingDipDb ? 'pitch-change' : 'attack', dipDb };
}

/** When a note was over: where it fell so far below its own level, or the next began. */
export function findEnd(segment: Segment, after: Segment | undefined, level: number, frames: Frames): number {
  let last = segment.to - 1;
  while (last > segment.from && frames.levelDb[last]! < level - FELT_BELOW_LEVEL_DB) last--;
  const end = frameSeconds(last) + FRAME_SECONDS / 2;
  return after ? Math.min(end, after.from * FRAME_SECONDS) : end;
}
/** Level of the first half less that of the second, over the time between their middles. The first and last tenth are attack and release. */
export function fadeOf(levels: Float64Array): number {
  const edge = Math.ceil(levels.length / 10);
  const middle = levels.length >> 1;
  const early = levels.subarray(edge, middle);
  const late = levels.subarray(middle, levels.length - edge);
  if (early.length === 0 || late.length === 0) return 0;
  return (median(early) - median(late)) / ((late.length + early.length) * 0.5 * FRAME_SECONDS);
}
