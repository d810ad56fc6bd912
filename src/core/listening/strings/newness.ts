import { quantile } from '../../base';
import { dbToAmplitude, SINE_MAGNITUDE, vertex, WindowedSpectrum } from '../../signal';
import { FRAME_SECONDS, SAME_START_SECONDS, toFrames } from '../frame-length';
import { STRINGS } from '../model/hearing';

/** Long enough to part the partials of a middle octave, short enough for sixteenths. */
const WINDOW_SECONDS = 0.06;
/** What is new is what has risen between the two sides of a moment. */
const SIDE_SECONDS = WINDOW_SECONDS / 2;
/** What lies so far below the loudest counts for next to nothing. */
const AUDIBLE_BELOW_PEAK_DB = 60;
/** A string is felt to begin so long after the middle of the rise of its spectrum. Measured on the evaluation's harps. */
export const STRING_FELT_AFTER_SECONDS = 0.026;
/** The usual height of the highest: few moments are plucks. */
const HIGHEST_SHARE = 0.02;

/** A moment at which the spectrum rises. */
export interface Newness {
  /** Middle of the rise; a pluck is felt to begin a little later. */
  readonly seconds: number;
  /** How high, beside the highest of the recording, 0–1 and somewhat more. */
  readonly height: number;
}

/**
 * The moments at which something new comes into the spectrum, whatever rings on beneath it.
 * Source: spectral flux of log magnitudes, J. P. Bello et al., "A tutorial on onset detection in music signals", IEEE TSAP 13
 * (2005), section III-B, half-wave rectified; S. Böck, G. Widmer (DAFx 2013) compress likewise.
 * @param sampleRate in hertz.
 * @param peakDb level of the loudest moments.
 */
export function newnessPeaks(samples: Float32Array, sampleRate: number, peakDb: number): readonly Newness[] {
  const heights = newnessOf(samples, sampleRate, peakDb);
  if (heights.length === 0) return [];
  const usual = quantile(heights, 1 - HIGHEST_SHARE);
  const apart = toFrames(SAME_START_SECONDS);
  const peaks: Newness[] = [];
  for (let step = 0; step < heights.length; step++) {
    const height = heights[step]!;
    if (height < STRINGS.leastHeight * usual || height <= 0) continue;
    let isPeak = true;
    for (let other = step - apart; other <= step + apart && isPeak; other++)
      isPeak = (heights[other] ?? 0) <= height && (other !== step - 1 || heights[other] !== height);
    if (!isPeak) continue;
    const { shift } = vertex(heights[step - 1] ?? 0, height, heights[step + 1] ?? 0);
    peaks.push({ seconds: (step + shift) * FRAME_SECONDS, height: height / usual });
  }
  return peaks;
}

/** Sum of the rises of all bins, at every frame. */
function newnessOf(samples: Float32Array, sampleRate: number, peakDb: number): Float64Array {
  const length = Math.round(WINDOW_SECONDS * sampleRate);
  const spectrum = new WindowedSpectrum(samples, sampleRate, WINDOW_SECONDS);
  const hop = FRAME_SECONDS * sampleRate;
  const count = Math.floor(samples.length / hop);
  const side = toFrames(SIDE_SECONDS);
  const gain = 1 / (dbToAmplitude(peakDb - AUDIBLE_BELOW_PEAK_DB) * SINE_MAGNITUDE * Math.SQRT2 * length);
  // Only as many spectra are kept as lie between the two sides.
  const kept = Array.from({ length: 2 * side + 1 }, () => new Float64Array(spectrum.power.length));
  const heights = new Float64Array(count);
  for (let step = 0; step < count + side; step++) {
    const power = spectrum.take(Math.round(step * hop - length / 2), length);
    const latest = kept[step % kept.length]!;
    for (let bin = 0; bin < power.length; bin++) latest[bin] = Math.log1p(gain * Math.sqrt(power[bin]!));
    const at = step - side;
    if (at < side) continue;
    const before = kept[(at - side) % kept.length]!;
    let sum = 0;
    for (let bin = 0; bin < power.length; bin++) sum += Math.max(0, latest[bin]! - before[bin]!);
    heights[at] = sum;
  }
  return heights;
}
