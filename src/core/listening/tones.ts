import { clamp, median, quantile } from '../base';
import type { BandLevels } from './bands';
import { FRAME_SECONDS, type Frames, frameSeconds } from './frames';
import type { HeardNote } from './heard';
import type { PartialMeter } from './partials';

/** Vibrato and beginners' wavering stay within ±40 cents; the nearest other note is 100 cents away. */
const SAME_PITCH_SEMITONES = 0.65;
/** The detector's window smears 50 ms; anything shorter than this is a transition, not a note (a sixteenth at 160 bpm lasts 94 ms). */
const SHORTEST_TONE_SECONDS = 0.065;
/** While two tones overlap, their common fundamental may seem to sound, but not longer than this. */
const LONGEST_ALIAS_SECONDS = 0.15;
/** Tones a whole step apart (9 : 8) share a fundamental nine times lower. */
const HIGHEST_ALIAS_RATIO = 10;
/** A tone that is interrupted longer than this without dipping in level is still one tone. */
const BRIDGED_SECONDS = 0.04;
/** A dip of this depth on both sides is a fresh tongue or bow; vibrato and room echo stay below. */
const RESTART_DIP_DB = 5;
/** The total may dip a little less than the bands do. */
const LEVEL_DIP_ALLOWANCE_DB = 2;
/** Vibrato at 5–7 Hz regains under a third of its swing in this time, a tongued note most of it. */
const SHARP_RISE_SECONDS = 0.03;
const SHARP_RISE_SHARE = 0.5;
/** A dip that comes back slowly must be this much deeper. */
const SMOOTH_DIP_FACTOR = 2;
/** Just after a start the echo of the note before beats against the new one; only a deep dip is a tongue there. */
const SETTLING_DIP_DB = 12;
const SETTLING_SECONDS = 0.12;
const SETTLED_SECONDS = 0.25;
/** Bands this far below the tone's strongest one hold noise rather than a partial. */
const SOUNDING_BAND_DB = 30;
/** The dip must show in all but this share of the bands: partials fade one by one in a room, but not together. */
const DIPPING_BANDS_SHARE = 0.3;
/** Where to look for the bottom of the dip and the top of the next attack. */
const DIP_SIDE_SECONDS = 0.12;
/**
 * A tone is felt to begin when it has come within 9 dB of its level.
 * Source: J. Vos, R. Rasch, "The perceptual onset of musical tones", Perception & Psychophysics 29 (1981): thresholds of 6–15 dB.
 */
const FELT_BELOW_LEVEL_DB = 9;

/** Where the tone before still fills the dip, this much of the way up counts as the start. */
const FELT_SHARE_OF_DIP = 0.35;

/** A dip shallower than this is filled by the echo of the tone before. */
const MASKED_DIP_DB = 15;

/** Fewer frames of one pitch are a moment's doubt. */
const LEAST_FRAMES = 3;

const toFrames = (seconds: number) => Math.round(seconds / FRAME_SECONDS);

/** A stretch of frames, `to` exclusive. */
interface Stretch {
  readonly from: number;
  readonly to: number;
}

/**
 * Finds the tones of a recording, in order of onset.
 * @param partials of the same recording.
 */
export function findTones(found: Frames, partials: PartialMeter): readonly HeardNote[] {
  const frames = withRealPitches(found, partials);
  const long = bridge(steadyStretches(frames.midi), frames).filter(
    (stretch) => stretch.to - stretch.from >= toFrames(SHORTEST_TONE_SECONDS),
  );
  const stretches = absorbAliases(long, frames).flatMap((stretch) => splitAtDips(stretch, frames));
  return stretches.map((stretch, index) =>
    describeTone(stretch, stretches[index - 1], stretches[index + 1], frames),
  );
}

/** Puts right where the tracker took a fraction or the double of a pitch, a stretch at a time. */
function withRealPitches(frames: Frames, partials: PartialMeter): Frames {
  const midi = [...frames.midi];
  let previous: number | undefined;
  for (const stretch of steadyStretches(frames.midi)) {
    if (stretch.to - stretch.from < LEAST_FRAMES) continue;
    const tracked = middlePitch(stretch, frames.midi);
    partials.look(stretch.from * FRAME_SECONDS, stretch.to * FRAME_SECONDS);
    const real = partials.realPitch(tracked, previous);
    for (let frame = stretch.from; frame < stretch.to; frame++)
      if (midi[frame] !== undefined) midi[frame] = midi[frame]! + real - tracked;
    previous = real;
  }
  return { ...frames, midi };
}

function samePitch(a: Stretch, b: Stretch, frames: Frames): boolean {
  return Math.abs(middlePitch(a, frames.midi) - middlePitch(b, frames.midi)) < SAME_PITCH_SEMITONES;
}

/** Parts the course of pitch where it leaves the middle of the stretch so far. */
function steadyStretches(pitch: Frames['midi']): Stretch[] {
  const stretches: Stretch[] = [];
  let from = 0;
  let sofar: number[] = [];
  for (let frame = 0; frame <= pitch.length; frame++) {
    const midi = pitch[frame];
    if (midi !== undefined && sofar.length > 0 && Math.abs(midi - median(sofar)) < SAME_PITCH_SEMITONES) {
      sofar.push(midi);
      continue;
    }
    if (sofar.length > 0) stretches.push({ from, to: frame });
    from = frame;
    sofar = midi === undefined ? [] : [midi];
  }
  return stretches;
}

const middlePitch = (stretch: Stretch, pitch: Frames['midi']) =>
  median(pitch.slice(stretch.from, stretch.to).filter((midi) => midi !== undefined));

/** Gives a stretch that is only an alias of its neighbour to that neighbour, the later one first: overlap begins with a new tone. */
function absorbAliases(stretches: readonly Stretch[], frames: Frames): Stretch[] {
  const kept: Stretch[] = [];
  for (const stretch of stretches.toReversed()) {
    const after = kept[0];
    if (after && isAliasOf(stretch, after, frames)) kept[0] = { from: stretch.from, to: after.to };
    else kept.unshift(stretch);
  }
  return kept.reduce<Stretch[]>((joined, stretch) => {
    const before = joined.at(-1);
    if (before && isAliasOf(stretch, before, frames))
      joined[joined.length - 1] = { from: before.from, to: stretch.to };
    else joined.push(stretch);
    return joined;
  }, []);
}

/** Whether a short stretch is its neighbour heard at a whole multiple or fraction of its frequency. */
function isAliasOf(stretch: Stretch, neighbour: Stretch | undefined, frames: Frames): boolean {
  if (!neighbour || stretch.to - stretch.from > toFrames(LONGEST_ALIAS_SECONDS)) return false;
  const gap = Math.max(neighbour.from - stretch.to, stretch.from - neighbour.to);
  const apart = Math.abs(middlePitch(stretch, frames.midi) - middlePitch(neighbour, frames.midi));
  const ratio = Math.round(2 ** (apart / 12));
  return (
    gap <= toFrames(BRIDGED_SECONDS) &&
    neighbour.to - neighbour.from > stretch.to - stretch.from &&
    ratio >= 2 &&
    ratio <= HIGHEST_ALIAS_RATIO &&
    Math.abs(apart - 12 * Math.log2(ratio)) < SAME_PITCH_SEMITONES
  );
}

/** Joins stretches of one pitch that a moment's doubt of the detector has parted. */
function bridge(stretches: readonly Stretch[], frames: Frames): Stretch[] {
  const joined: Stretch[] = [];
  for (const stretch of stretches.filter((s) => s.to - s.from >= LEAST_FRAMES)) {
    const before = joined.at(-1);
    const gap = before ? stretch.from - before.to : Number.POSITIVE_INFINITY;
    const near = before && samePitch(before, stretch, frames);
    if (before && near && gap <= toFrames(BRIDGED_SECONDS) && !dipsBetween(before, stretch, frames.levelDb)) {
      joined[joined.length - 1] = { from: before.from, to: stretch.to };
    } else joined.push(stretch);
  }
  return joined;
}

function dipsBetween(before: Stretch, after: Stretch, levelDb: Float64Array): boolean {
  const lowest = Math.min(...levelDb.subarray(before.to - 1, after.from + 1));
  return (
    lowest < Math.min(levelDb[before.to - 1]!, levelDb[after.from]!) - neededDip(before.to - before.from)
  );
}

/** How deep a dip must be to part a tone that has sounded for so many frames. */
function neededDip(framesSoFar: number): number {
  const seconds = framesSoFar * FRAME_SECONDS;
  const settled = clamp((seconds - SETTLING_SECONDS) / (SETTLED_SECONDS - SETTLING_SECONDS), 0, 1);
  return SETTLING_DIP_DB + settled * (RESTART_DIP_DB - SETTLING_DIP_DB);
}

/** Parts a stretch of one pitch where all its partials dip and come back: repeated notes. */
function splitAtDips(stretch: Stretch, frames: Frames): Stretch[] {
  const side = toFrames(DIP_SIDE_SECONDS);
  const shortest = toFrames(SHORTEST_TONE_SECONDS);
  const cuts: { frame: number; depth: number }[] = [];
  for (let frame = stretch.from + shortest; frame < stretch.to - shortest; frame++) {
    const depth = Math.min(
      dipDepth(frame, stretch, frames.bands, side),
      levelDip(frame, stretch, frames.levelDb, side) + LEVEL_DIP_ALLOWANCE_DB,
    );
    const needed = neededDip(frame - stretch.from);
    if (depth < (risesSharply(frame, stretch, frames.levelDb, side) ? needed : needed * SMOOTH_DIP_FACTOR))
      continue;
    const previous = cuts.at(-1);
    if (previous === undefined || frame - previous.frame >= side) cuts.push({ frame, depth });
    else if (depth > previous.depth) cuts[cuts.length - 1] = { frame, depth };
  }
  const starts = [stretch.from, ...cuts.map((cut) => cut.frame)];
  return starts.map((from, index) => ({ from, to: starts[index + 1] ?? stretch.to }));
}

/** A tongue or bow lets the tone back at once; vibrato swings back as slowly as it went. */
function risesSharply(frame: number, within: Stretch, levelDb: Float64Array, side: number): boolean {
  const to = Math.min(within.to, frame + side);
  const rise =
    loudest(levelDb, frame + 1, Math.min(to, frame + 1 + toFrames(SHARP_RISE_SECONDS))) - levelDb[frame]!;
  return rise >= SHARP_RISE_SHARE * (loudest(levelDb, frame + 1, to) - levelDb[frame]!);
}

/** By how much the level at `frame` lies under the loudest moments close before and after it, in dB. */
function levelDip(frame: number, within: Stretch, levelDb: Float64Array, side: number): number {
  const before = loudest(levelDb, Math.max(within.from, frame - side), frame);
  const after = loudest(levelDb, frame + 1, Math.min(within.to, frame + side));
  return Math.min(before, after) - levelDb[frame]!;
}

/** By how much most bands at `frame` lie under their loudest moments close before and after it, in dB. */
function dipDepth(frame: number, within: Stretch, { bandCount, levelDb }: BandLevels, side: number): number {
  const from = Math.max(within.from, frame - side);
  const to = Math.min(within.to, frame + side);
  const depths: number[] = [];
  const tops: number[] = [];
  for (let band = 0; band < bandCount; band++) {
    let before = -120;
    let after = -120;
    for (let at = from; at < to; at++) {
      const level = levelDb[at * bandCount + band]!;
      if (at < frame) {
        if (level > before) before = level;
      } else if (level > after) after = level;
    }
    tops.push(Math.min(before, after));
    depths.push(Math.min(before, after) - levelDb[frame * bandCount + band]!);
  }
  // Only bands in which the tone has a partial count.
  const floor = Math.max(...tops) - SOUNDING_BAND_DB;
  return quantile(
    depths.filter((_, band) => tops[band]! >= floor),
    DIPPING_BANDS_SHARE,
  );
}

function loudest(levelDb: Float64Array, from: number, to: number): number {
  let level = Number.NEGATIVE_INFINITY;
  const end = to < levelDb.length ? to : levelDb.length;
  for (let frame = from < 0 ? 0 : from; frame < end; frame++)
    if (levelDb[frame]! > level) level = levelDb[frame]!;
  return level;
}

function describeTone(
  stretch: Stretch,
  before: Stretch | undefined,
  after: Stretch | undefined,
  frames: Frames,
): HeardNote {
  const { levelDb } = frames;
  const length = stretch.to - stretch.from;
  const inner = { from: stretch.from + Math.floor(length * 0.25), to: stretch.to - Math.floor(length * 0.2) };
  const levels = levelDb.slice(stretch.from, stretch.to);
  const level = median(levels);
  const start = findStart(stretch, before, level, frames);
  return {
    ...start,
    endSeconds: Math.max(start.onsetSeconds + FRAME_SECONDS, findEnd(stretch, after, level, frames)),
    midi: middlePitch(inner.to - inner.from >= 3 ? inner : stretch, frames.midi),
    clarity: median(frames.clarity.slice(stretch.from, stretch.to)),
    levelDb: level,
    fadeDbPerSecond: fadeOf(levels),
  };
}

/** Level of the first half less that of the second, over the time between their middles. The first and last tenth are attack and release. */
function fadeOf(levels: Float64Array): number {
  const edge = Math.ceil(levels.length / 10);
  const middle = levels.length >> 1;
  const early = levels.subarray(edge, middle);
  const late = levels.subarray(middle, levels.length - edge);
  if (early.length === 0 || late.length === 0) return 0;
  return (median(early) - median(late)) / ((late.length + early.length) * 0.5 * FRAME_SECONDS);
}

function findStart(
  stretch: Stretch,
  before: Stretch | undefined,
  level: number,
  frames: Frames,
): Pick<HeardNote, 'onsetSeconds' | 'start' | 'dipDb'> {
  const { levelDb } = frames;
  const side = toFrames(DIP_SIDE_SECONDS);
  // Never look back beyond the middle of the tone before.
  const earliest = Math.max(0, stretch.from - side, before ? (before.from + before.to) >> 1 : 0);
  let bottom = earliest;
  const last = Math.min(stretch.to - 1, stretch.from + toFrames(0.05));
  for (let frame = earliest; frame <= last; frame++) if (levelDb[frame]! <= levelDb[bottom]!) bottom = frame;
  const top = Math.min(level + 3, loudest(levelDb, bottom, bottom + side + 1));
  const depth = top - levelDb[bottom]!;
  const joined = before !== undefined && stretch.from - before.to <= toFrames(BRIDGED_SECONDS);
  const dipDb = joined ? Math.min(depth, loudest(levelDb, earliest, bottom + 1) - levelDb[bottom]!) : depth;
  if (dipDb < RESTART_DIP_DB * 0.6) {
    return { onsetSeconds: stretch.from * FRAME_SECONDS, start: 'pitch-change', dipDb: Math.max(0, dipDb) };
  }
  const felt = Math.max(top - FELT_BELOW_LEVEL_DB, levelDb[bottom]! + FELT_SHARE_OF_DIP * depth);
  let frame = bottom;
  while (frame < stretch.to - 1 && levelDb[frame + 1]! < felt) frame++;
  const rise = levelDb[frame + 1]! - levelDb[frame]!;
  const within = rise > 0 ? clamp((felt - levelDb[frame]!) / rise, 0, 1) : 0;
  const crossing = frameSeconds(frame) + within * FRAME_SECONDS;
  // Where the pitch turns, the new tone already outweighs the echo of the old one.
  const masked = joined && dipDb < MASKED_DIP_DB && !samePitch(before, stretch, frames);
  const turn = masked ? (stretch.from + 1) * FRAME_SECONDS : crossing;
  return {
    onsetSeconds: Math.min(crossing, Math.max(turn, frameSeconds(bottom))),
    start: dipDb < RESTART_DIP_DB ? 'pitch-change' : 'attack',
    dipDb,
  };
}

function findEnd(stretch: Stretch, after: Stretch | undefined, level: number, frames: Frames): number {
  let last = stretch.to - 1;
  while (last > stretch.from && frames.levelDb[last]! < level - FELT_BELOW_LEVEL_DB) last--;
  const end = frameSeconds(last) + FRAME_SECONDS / 2;
  return after ? Math.min(end, after.from * FRAME_SECONDS) : end;
}
