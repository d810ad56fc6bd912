import { clamp, quantile } from '../../base';
import type { BandLevels } from '../bands';
import type { PartlyCovered } from '../covered-gaps';
import { FRAME_SECONDS, frameSeconds, SAME_START_SECONDS, toFrames } from '../frame-length';
import type { Frames } from '../frames';
import { loudest, SILENCE_DB } from '../levels';
import type { PartialMeter } from '../pitch/partials';
import type { Segment } from '../segment';
import { ATTACK_SECONDS, CHANGE_SECONDS, changeAround, END_SECONDS } from './level-changes';
import { DIP_SIDE_SECONDS, levelDip, risesSharply } from './level-dips';
import { ownChanges } from './own-partials';
import type { PeriodicityBreak } from './periodicity';

/** What is looked at where a tone may start anew; the names in which the learned model speaks. */
export const START_FEATURES = [
  /** Logarithm of the ratio by which the wave breaks with its past more than it usually does there. */
  'contrast',
  /** Logarithm of the share of the sound that its own past does not explain. */
  'change',
  /** Whether the level comes back at once, 0 or 1. */
  'sharpRise',
  /** How far the whole sound rises and falls within 60 ms, in dB. */
  'rise',
  'fall',
  /** How far it lies below both sides, in dB: the whole, and most bands. */
  'dip',
  'bandDip',
  /** The lowest level there under the loudest of the tone, in dB. */
  'bottom',
  /** Mean change of the level around, but for the place itself, in dB. */
  'roughness',
  /** Mean rise of the bands that sound, in dB. */
  'flux',
  /** Seconds to the end of the tone, and from its start, up to 0.4. */
  'toEnd',
  'fromStart',
  /** How much tones of this recording ring on, 0–1. */
  'ringing',
  /** Whether the pitch swings evenly, 0 or 1; how far it moves across the place, in semitones. */
  'vibrato',
  'glide',
  /** How periodic the sound is at its worst there, and beside the place, 0–1. */
  'clarity',
  'clarityBeside',
  /** Other places a second that look like a start. */
  'signsPerSecond',
  /** Whether something else was heard over the tone there, 0 or 1. */
  'covered',
  /** The pitch, as MIDI. */
  'midi',
  /** What changes in the tone's own partials, and between them: see `OwnChanges`. */
  'ownRise',
  'ownChange',
  'ownDip',
  'betweenRise',
  'betweenBump',
  'above',
  'aboveBeside',
] as const;
export type StartFeature = (typeof START_FEATURES)[number];
export type StartFeatures = Readonly<Record<StartFeature, number>>;

const MOST_CONTRAST = 100;
/** Start and end are far away from here on. */
const FAR_SECONDS = 0.4;
/** Around, but for the place itself. */
const AROUND_SECONDS = 0.5;
const PLACE_SECONDS = 0.1;
const FLUX_SECONDS = 0.04;
/** Bands this far below the loudest hold nothing of the tone. */
const HEARD_BAND_DB = 40;
/** Bands this far below the tone's strongest one hold noise rather than a partial. */
const SOUNDING_BAND_DB = 30;
/** The dip must show in all but this share of the bands: partials fade one by one in a room, but not together. */
const DIPPING_BANDS_SHARE = 0.3;

/** What is known of a tone as a whole. */
export interface ToneSigns {
  readonly midi: number;
  readonly breaks: readonly PeriodicityBreak[];
  readonly hasVibrato: boolean;
  /** Places that may be starts. */
  readonly signCount: number;
}

/** Everything that may tell whether a tone starts anew at a frame within a segment of one pitch. */
export function startFeatures(
  frame: number,
  segment: PartlyCovered,
  frames: Frames,
  partials: PartialMeter,
  { midi, breaks, hasVibrato, signCount }: ToneSigns,
): StartFeatures {
  const { levelDb, clarity } = frames;
  const near = toFrames(SAME_START_SECONDS);
  let [contrast, broken] = [0, 0];
  for (const one of breaks) {
    if (Math.abs(Math.round(one.seconds / FRAME_SECONDS - 0.5) - frame) > near) continue;
    contrast = Math.max(contrast, one.contrast);
    broken = Math.max(broken, one.change);
  }
  let bottom = frame;
  let [rise, fall, leastClarity] = [0, 0, 1];
  for (let at = frame - near; at <= frame + near; at++) {
    if ((levelDb[at] ?? 0) < levelDb[bottom]!) bottom = at;
    const change = changeAround(at, levelDb);
    rise = Math.max(rise, change);
    fall = Math.max(fall, -change);
    leastClarity = Math.min(leastClarity, clarity[at] ?? 0);
  }
  const side = toFrames(DIP_SIDE_SECONDS);
  const glide = toFrames(CHANGE_SECONDS);
  const [pitchBefore, pitchAfter] = [frames.midi[frame - glide], frames.midi[frame + glide]];
  const own = ownChanges(frameSeconds(bottom), midi, partials);
  return {
    contrast: Math.log10(Math.min(contrast, MOST_CONTRAST) + 0.1),
    change: Math.log10(broken + 0.001),
    sharpRise: risesSharply(bottom, segment, levelDb) ? 1 : 0,
    rise,
    fall,
    dip: levelDip(bottom, segment, levelDb, side),
    bandDip: bandDip(bottom, segment, frames.bands, side),
    bottom: levelDb[bottom]! - loudest(levelDb, segment.from, segment.to),
    roughness: roughness(frame, segment, levelDb),
    flux: fluxDb(frame, frames),
    toEnd: Math.min((segment.to - frame) * FRAME_SECONDS, FAR_SECONDS),
    fromStart: Math.min((frame - segment.from) * FRAME_SECONDS, FAR_SECONDS),
    ringing: frames.ringing,
    vibrato: hasVibrato ? 1 : 0,
    glide: pitchBefore === undefined || pitchAfter === undefined ? 1 : Math.abs(pitchAfter - pitchBefore),
    clarity: leastClarity,
    clarityBeside: Math.min(clarity[frame - side] ?? 0, clarity[frame + side] ?? 0),
    signsPerSecond: signCount / ((segment.to - segment.from) * FRAME_SECONDS),
    covered: segment.covered.some(({ from, to }) => frame >= from - near && frame <= to + near) ? 1 : 0,
    midi,
    ownRise: own.rise,
    ownChange: own.change,
    ownDip: own.dip,
    betweenRise: own.betweenRise,
    betweenBump: own.betweenBump,
    above: own.above,
    aboveBeside: own.aboveBeside,
  };
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

/** By how much most bands at `frame` lie under their loudest moments close before and after it, in dB. */
function bandDip(frame: number, within: Segment, bands: BandLevels, side: number): number {
  const before = highestBands(bands, Math.max(within.from, frame - side), frame);
  const after = highestBands(bands, frame, Math.min(within.to, frame + side));
  const tops = before.map((level, band) => Math.min(level, after[band]!));
  const depths = bands.of(frame).map((level, band) => tops[band]! - level);
  // Only bands in which the tone has a partial count.
  const floor = Math.max(...tops) - SOUNDING_BAND_DB;
  return clamp(
    quantile(
      depths.filter((_, band) => tops[band]! >= floor),
      DIPPING_BANDS_SHARE,
    ),
    0,
    -SILENCE_DB,
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
