import { clamp } from '../../base';
import { FRAME_SECONDS, toFrames } from '../frame-length';
import type { Frames } from '../frames';
import { loudest } from '../levels';
import type { Segment } from '../segment';
import { ATTACK_SECONDS, changeAround, END_SECONDS, LEAST_CHANGE_DB } from './level-changes';
import { risesSharply } from './level-dips';
import type { PeriodicityBreak } from './periodicity';

/**
 * How much each sign counts, in logits: a logistic regression (D. W. Hosmer, S. Lemeshow, "Applied Logistic Regression") on
 * 8 100 places within tones of the evaluation's takes 5001–5324, and of 3001–3270 and 9501–9635 in rooms; rounded. Fitted
 * without 9501–9635 and a third of the first, it is wrong there at 4 % in rooms and 5 % elsewhere.
 */
const WEIGHTS = {
  bias: -5.95,
  /** Per power of ten by which the wave breaks with its past more than it usually does there. */
  contrast: 3.41,
  /** A level that comes back at once. */
  sharpRise: 0.97,
  /** Per dB that the level rises within 60 ms. */
  rise: 0.374,
  /** The level changes at once. */
  levelChange: 1.87,
  /** Per dB of the lowest level there under the loudest of the tone: what has died away does not start anew. */
  bottom: 0.144,
  /** Per dB that the level changes around, but for the place itself: a hall, a trembling breath. */
  roughness: -0.796,
  /** Per other place a second that looks like a start. */
  signsPerSecond: -0.866,
  vibrato: -2.38,
  /** Per second to the end of the tone, where the next comes in; and from its start, where it settles. */
  toEnd: 8.26,
  fromStart: -5.79,
  /** Just after the start, where tones ring on: what still sounds of the note before beats against the new one. */
  settling: -7.66,
  /** Per dB that the bands rise on average: a tongue, a bow and a pluck are noise. */
  flux: 0.361,
};
const MOST_CONTRAST = 100;
const MOST_RISE_DB = 8;
const MOST_ROUGHNESS_DB = 3;
const MOST_SIGNS_PER_SECOND = 8;
const MOST_FLUX_DB = 10;
const LOWEST_BOTTOM_DB = -30;
const SETTLED_SECONDS = 0.2;
/** Start and end are far away from here on. */
const FAR_SECONDS = 0.4;
const NEAR_SECONDS = 0.05;
/** Around, but for the place itself. */
const AROUND_SECONDS = 0.5;
const PLACE_SECONDS = 0.1;
const FLUX_SECONDS = 0.04;
/** Bands this far below the loudest hold nothing of the tone. */
const HEARD_BAND_DB = 40;

/** What is known of a segment as a whole. */
export interface SegmentSigns {
  readonly breaks: readonly PeriodicityBreak[];
  readonly hasVibrato: boolean;
  /** Places that may be starts. */
  readonly signCount: number;
}

/** How likely a tone starts anew at a frame within a segment of one pitch, 0–1, by everything that changes there. */
export function reattackStrength(
  frame: number,
  segment: Segment,
  frames: Frames,
  { breaks, hasVibrato, signCount }: SegmentSigns,
): number {
  const { levelDb } = frames;
  const near = toFrames(NEAR_SECONDS);
  const contrast = breaks
    .filter(({ seconds }) => Math.abs(Math.round(seconds / FRAME_SECONDS - 0.5) - frame) <= near)
    .reduce((most, one) => Math.max(most, one.contrast), 0);
  let bottom = frame;
  let [change, rise] = [0, 0];
  for (let at = frame - near; at <= frame + near; at++) {
    if ((levelDb[at] ?? 0) < levelDb[bottom]!) bottom = at;
    change = Math.max(change, Math.abs(changeAround(at, levelDb)));
    rise = Math.max(rise, changeAround(at, levelDb));
  }
  const seconds = (segment.to - segment.from) * FRAME_SECONDS;
  const soFar = (frame - segment.from) * FRAME_SECONDS;
  const below = levelDb[bottom]! - loudest(levelDb, segment.from, segment.to);
  const logit =
    WEIGHTS.bias +
    WEIGHTS.contrast * Math.log10(Math.min(contrast, MOST_CONTRAST) + 0.1) +
    (risesSharply(bottom, segment, levelDb) ? WEIGHTS.sharpRise : 0) +
    WEIGHTS.rise * Math.min(rise, MOST_RISE_DB) +
    (change >= LEAST_CHANGE_DB ? WEIGHTS.levelChange : 0) +
    WEIGHTS.bottom * clamp(below, LOWEST_BOTTOM_DB, 0) +
    WEIGHTS.roughness * Math.min(roughness(frame, segment, levelDb), MOST_ROUGHNESS_DB) +
    WEIGHTS.signsPerSecond * Math.min(signCount / seconds, MOST_SIGNS_PER_SECOND) +
    (hasVibrato ? WEIGHTS.vibrato : 0) +
    WEIGHTS.toEnd * Math.min((segment.to - frame) * FRAME_SECONDS, FAR_SECONDS) +
    WEIGHTS.fromStart * Math.min(soFar, FAR_SECONDS) +
    WEIGHTS.settling * frames.ringing * Math.max(0, 1 - soFar / SETTLED_SECONDS) +
    WEIGHTS.flux * clamp(fluxDb(frame, frames), 0, MOST_FLUX_DB);
  return 1 / (1 + Math.exp(-logit));
}

/** Mean change of the level within 60 ms around a place, but for the place itself, in dB. */
function roughness(frame: number, { from, to }: Segment, levelDb: Float64Array): number {
  const [around, place] = [toFrames(AROUND_SECONDS), toFrames(PLACE_SECONDS)];
  let [sum, count] = [0, 0];
  const last = Math.min(to - toFrames(END_SECONDS), frame + around);
  for (let at = Math.max(from + toFrames(ATTACK_SECONDS), frame - around); at < last; at++) {
    if (Math.abs(at - frame) <= place) continue;
    sum += Math.abs(changeAround(at, levelDb));
    count++;
  }
  return count === 0 ? 0 : sum / count;
}

/** Mean rise of the bands that sound, in dB. Source: spectral flux, J. P. Bello et al., IEEE TSAP 13 (2005), section III-B. */
function fluxDb(frame: number, { bands, levelDb }: Frames): number {
  const step = toFrames(FLUX_SECONDS);
  const before = bands.of(Math.max(0, frame - step));
  const after = bands.of(Math.min(levelDb.length - 1, frame + step));
  const floor = Math.max(...before) - HEARD_BAND_DB;
  let [sum, count] = [0, 0];
  before.forEach((level, band) => {
    if (level <= floor) return;
    sum += Math.max(0, after[band]! - level);
    count++;
  });
  return count === 0 ? 0 : sum / count;
}
