import { clamp, quantile } from '../../base';
import type { BandLevels } from '../bands';
import { FRAME_SECONDS, toFrames } from '../frame-length';
import type { Frames } from '../frames';
import { loudest, SILENCE_DB } from '../levels';
import type { Segment } from '../segment';
import { DIP_SIDE_SECONDS, levelDip, neededDip, risesSharply } from './level-dips';
import type { PeriodicityBreak } from './periodicity';
import { reattackStrength } from './reattack-strength';

/** The total may dip a little less than the bands do. */
const LEVEL_DIP_ALLOWANCE_DB = 2;
/** A dip that comes back slowly must be this much deeper. */
const SMOOTH_DIP_FACTOR = 2;
/** Bands this far below the tone's strongest one hold noise rather than a partial. */
const SOUNDING_BAND_DB = 30;
/** The dip must show in all but this share of the bands: partials fade one by one in a room, but not together. */
const DIPPING_BANDS_SHARE = 0.3;
/** Two signs closer than this speak of one reattack: a sixteenth at 160 bpm lasts 0.094 s. */
const SAME_REATTACK_SECONDS = 0.09;
/** Weaker ones are not kept. */
const LEAST_STRENGTH = 0.03;
/** A dip that is just deep enough. */
const STRENGTH_OF_ENOUGH_DIP = 0.6;

/**
 * What makes a break worth a look: a logistic regression on the takes of the evaluation with seeds 1–108, rounded.
 * How likely it is a start, `reattackStrength` tells.
 */
const WEIGHTS = { change: -0.5, contrast: 3.8, dip: 0.36, step: 0.18, bias: -8 };
const MOST_CONTRAST = 100;
const MOST_DIP_DB = 12;
/** A step down counts less than a step up. */
const STEP_RANGE_DB = [-6, 10] as const;
const STEP_SECONDS = 0.05;
const BOTTOM_SECONDS = 0.045;

/** Breaks count nothing so close to the start or the end of a tone, and fully from here on: a sixteenth at 100 bpm lasts 0.15 s. */
const BREAK_SETTLING_SECONDS = 0.07;
const BREAK_SETTLED_SECONDS = 0.16;
/** A pitch that moves so far across so many frames on either side glides. */
const GLIDE_FRAMES = 6;
const GLIDE_SEMITONES = 0.2;
const GLIDE_DOUBT = 0.6;
const SHORTEST_VIBRATO_SECONDS = 0.4;
const VIBRATO_SEMITONES = 0.05;
const VIBRATO_SHARE = 0.5;

/** A place within a tone of one pitch where it seems to start anew. */
export interface Reattack {
  readonly frame: number;
  /** How sure that is, 0–1; from one half on it is more likely than not. */
  readonly strength: number;
}

/**
 * Signs of fresh starts within a segment of one pitch, in order.
 * @param shortest frames that a note has at least.
 * @param breaks of the same segment.
 */
export function findReattacks(
  segment: Segment,
  frames: Frames,
  breaks: readonly PeriodicityBreak[],
  shortest: number,
): readonly Reattack[] {
  const isInside = (frame: number) => frame >= segment.from + shortest && frame < segment.to - shortest;
  const signs: Reattack[] = [];
  for (let frame = segment.from + shortest; frame < segment.to - shortest; frame++) {
    if (!isBottom(frame, frames.levelDb)) continue;
    const strength = strengthOfDip(frame, segment, frames);
    if (strength >= LEAST_STRENGTH) signs.push({ frame, strength });
  }
  for (const { seconds, change, contrast } of breaks) {
    const frame = Math.round(seconds / FRAME_SECONDS - 0.5);
    if (isInside(frame))
      signs.push({
        frame,
        strength:
          strengthOfBreak(frame, change, contrast, segment, frames) * settling(frame, segment, frames.midi),
      });
  }
  // The plainest first; what lies close to it says the same.
  const places: Reattack[] = [];
  for (const sign of signs
    .filter(({ strength }) => strength >= LEAST_STRENGTH)
    .toSorted((a, b) => b.strength - a.strength)) {
    if (places.every((other) => Math.abs(other.frame - sign.frame) > toFrames(SAME_REATTACK_SECONDS)))
      places.push(sign);
  }
  if (places.length === 0) return [];
  const signsOfSegment = {
    breaks,
    hasVibrato: hasVibrato(frames.midi, segment),
    signCount: places.length,
  };
  return places
    .map(({ frame }) => ({ frame, strength: reattackStrength(frame, segment, frames, signsOfSegment) }))
    .toSorted((a, b) => a.frame - b.frame);
}

/**
 * Whether the pitch of a segment swings evenly: one frequency of a vibrato holds most of its movement.
 * Source: rates of 4.5–7.5 Hz, J. Sundberg, "Acoustic and psychoacoustic aspects of vocal vibrato", STL-QPSR 35 (1994).
 */
function hasVibrato(midi: Frames['midi'], { from, to }: Segment): boolean {
  const course = midi.slice(from, to).filter((pitch) => pitch !== undefined);
  if (course.length < toFrames(SHORTEST_VIBRATO_SECONDS)) return false;
  const mean = course.reduce((sum, pitch) => sum + pitch, 0) / course.length;
  const power = course.reduce((sum, pitch) => sum + (pitch - mean) ** 2, 0) / course.length;
  if (power < VIBRATO_SEMITONES ** 2) return false;
  for (let hertz = 4.5; hertz <= 7.5; hertz += 0.25) {
    const step = 2 * Math.PI * hertz * FRAME_SECONDS;
    let [re, im] = [0, 0];
    course.forEach((pitch, frame) => {
      re += (pitch - mean) * Math.cos(step * frame);
      im += (pitch - mean) * Math.sin(step * frame);
    });
    if ((2 * (re * re + im * im)) / course.length ** 2 > VIBRATO_SHARE * power) return true;
  }
  return false;
}

/**
 * A wave breaks with its past as well while it still finds its pitch just after the start, when the next tone comes in
 * just before the end, and where the pitch glides.
 */
function settling(frame: number, { from, to }: Segment, midi: Frames['midi']): number {
  const seconds = Math.min(frame - from, to - frame) * FRAME_SECONDS;
  const settled = clamp(
    (seconds - BREAK_SETTLING_SECONDS) / (BREAK_SETTLED_SECONDS - BREAK_SETTLING_SECONDS),
    0,
    1,
  );
  const [before, after] = [midi[frame - GLIDE_FRAMES], midi[frame + GLIDE_FRAMES]];
  const glides = before !== undefined && after !== undefined && Math.abs(after - before) > GLIDE_SEMITONES;
  return settled * (glides ? GLIDE_DOUBT : 1);
}

function strengthOfBreak(
  frame: number,
  change: number,
  contrast: number,
  segment: Segment,
  { levelDb }: Frames,
): number {
  const [low, high] = [frame - toFrames(BOTTOM_SECONDS), frame + toFrames(BOTTOM_SECONDS)];
  let bottom = Number.POSITIVE_INFINITY;
  for (let at = low; at <= high; at++) bottom = Math.min(bottom, levelDb[at] ?? Number.POSITIVE_INFINITY);
  const side = toFrames(DIP_SIDE_SECONDS);
  const before = loudest(levelDb, Math.max(segment.from, frame - side), frame - 1);
  const after = loudest(levelDb, frame + 2, Math.min(segment.to, frame + side));
  const step =
    (levelDb[frame + toFrames(STEP_SECONDS)] ?? 0) - (levelDb[frame - toFrames(STEP_SECONDS)] ?? 0);
  const score =
    WEIGHTS.change * Math.log10(change + 0.001) +
    WEIGHTS.contrast * Math.log10(Math.min(contrast, MOST_CONTRAST) + 0.1) +
    WEIGHTS.dip * clamp(Math.min(before, after) - bottom, 0, MOST_DIP_DB) +
    WEIGHTS.step * clamp(step, ...STEP_RANGE_DB) +
    WEIGHTS.bias;
  return 1 / (1 + Math.exp(-score));
}

/** Whether the level is nowhere lower right beside a frame. */
function isBottom(frame: number, levelDb: Float64Array): boolean {
  return levelDb[frame]! <= levelDb[frame - 1]! && levelDb[frame]! <= levelDb[frame + 1]!;
}

/** A dip as deep as needed is more likely a reattack than not; twice as deep, certainly. */
function strengthOfDip(frame: number, segment: Segment, frames: Frames): number {
  const side = toFrames(DIP_SIDE_SECONDS);
  const least = neededDip(frame - segment.from);
  const total = levelDip(frame, segment, frames.levelDb, side) + LEVEL_DIP_ALLOWANCE_DB;
  // Most frames have no dip at all.
  if (total < 0.5 * least) return 0;
  const needed = risesSharply(frame, segment, frames.levelDb) ? least : least * SMOOTH_DIP_FACTOR;
  if (total < 0.5 * needed) return 0;
  const share = Math.min(dipDepth(frame, segment, frames.bands, side), total) / needed;
  return share >= 1
    ? Math.min(1, STRENGTH_OF_ENOUGH_DIP + (share - 1) * (1 - STRENGTH_OF_ENOUGH_DIP))
    : STRENGTH_OF_ENOUGH_DIP * Math.max(0, 2 * share - 1) * 0.8;
}

/** By how much most bands at `frame` lie under their loudest moments close before and after it, in dB. */
function dipDepth(frame: number, within: Segment, bands: BandLevels, side: number): number {
  const from = Math.max(within.from, frame - side);
  const to = Math.min(within.to, frame + side);
  const before = highestBands(bands, from, frame);
  const after = highestBands(bands, frame, to);
  const tops = before.map((level, band) => Math.min(level, after[band]!));
  const depths = bands.of(frame).map((level, band) => tops[band]! - level);
  // Only bands in which the tone has a partial count.
  const floor = Math.max(...tops) - SOUNDING_BAND_DB;
  return quantile(
    depths.filter((_, band) => tops[band]! >= floor),
    DIPPING_BANDS_SHARE,
  );
}

/** The highest level of each band from one frame to another, exclusive. */
function highestBands(bands: BandLevels, from: number, to: number): Float64Array {
  const highest = new Float64Array(bands.bandCount).fill(SILENCE_DB);
  for (let frame = from; frame < to; frame++) {
    const levels = bands.of(frame);
    for (let band = 0; band < levels.length; band++)
      if (levels[band]! > highest[band]!) highest[band] = levels[band]!;
  }
  return highest;
}
