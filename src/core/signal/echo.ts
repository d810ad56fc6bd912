import type { Audio } from './audio';
import { convolve, correlate } from './convolve';

/** The way of a sound from a device's output to its own microphone, through loudspeaker, air and room. Plain data. */
export interface EchoPath {
  readonly sampleRate: number;
  /** Samples between playing and the first tap. */
  readonly delaySamples: number;
  /** Amplitudes, one a sample. */
  readonly taps: readonly number[];
  /** Place of the loudest arrival: how long the device and the air take. */
  readonly roundTripSeconds: number;
}

/** Wireless loudspeakers take up to a third of a second. */
const LONGEST_DELAY_SECONDS = 0.4;
/** A little before the first arrival, and the early reflections of a small room after it. */
const BEFORE_SECONDS = 0.001;
const TAPS_SECONDS = 0.02;
/** What was played must explain at least this share of what was heard, or nothing of it was. */
const LEAST_EXPLAINED = 0.3;
/** Added to the energy of the reference, so that frequencies it hardly holds are not blown up. */
const REGULARISATION = 1e-3;
const TAP_DIGITS = 1e6;

/**
 * Measures the path from a stretch in which nothing but the device itself should sound: the clicks of a count-in.
 * A least-squares filter; its normal equations are solved by Levinson's recursion.
 * @param heard what the microphone gave. @param played what the device played at the same times; equal rates and lengths.
 * @returns undefined when what was played is not found in what was heard, as with headphones.
 * Source: S. Haykin, "Adaptive Filter Theory", 3rd ed., sections 5.3–5.4 (normal equations) and 6.3 (Levinson–Durbin).
 */
export function maybeEchoPath(heard: Audio, played: Float32Array): EchoPath | undefined {
  const { samples, sampleRate } = heard;
  const lags = Math.round(LONGEST_DELAY_SECONDS * sampleRate);
  const likeness = correlate(samples, played, lags);
  const peak = loudestOf(likeness);
  const delaySamples = Math.max(0, peak - Math.round(BEFORE_SECONDS * sampleRate));
  const count = Math.round(TAPS_SECONDS * sampleRate);
  const own = correlate(played, played, count);
  if (own[0] === 0) return undefined;
  own[0]! *= 1 + REGULARISATION;
  const cross = Float64Array.from({ length: count }, (_, tap) => likeness[delaySamples + tap] ?? 0);
  const taps = solveToeplitz(own, cross);
  const path: EchoPath = {
    sampleRate,
    delaySamples,
    taps: Array.from(taps, (tap) => Math.round(tap * TAP_DIGITS) / TAP_DIGITS),
    roundTripSeconds: peak / sampleRate,
  };
  return explainedShare(samples, echoOf(played, path)) >= LEAST_EXPLAINED ? path : undefined;
}

/** Index of the value furthest from 0. */
function loudestOf(values: Float64Array): number {
  let best = 0;
  for (let n = 1; n < values.length; n++) if (Math.abs(values[n]!) > Math.abs(values[best]!)) best = n;
  return best;
}

/** Share of the energy that goes away with the echo. */
function explainedShare(samples: Float32Array, echo: Float32Array): number {
  let before = 0;
  let after = 0;
  for (let n = 0; n < samples.length; n++) {
    before += samples[n]! ** 2;
    after += (samples[n]! - echo[n]!) ** 2;
  }
  return before === 0 ? 0 : 1 - after / before;
}

/** What the microphone hears of a sound that the device plays. @returns as many samples. */
export function echoOf(played: Float32Array, { delaySamples, taps }: EchoPath): Float32Array {
  const out = new Float32Array(played.length);
  if (played.length > delaySamples) {
    out.set(
      convolve(played.subarray(0, played.length - delaySamples), Float32Array.from(taps)),
      delaySamples,
    );
  }
  return out;
}

/**
 * Solves T·x = y for a symmetric Toeplitz matrix.
 * @param first column of T. Source: G. Golub, C. Van Loan, "Matrix Computations", 3rd ed., algorithm 4.7.2 (Levinson).
 */
function solveToeplitz(first: Float64Array, right: Float64Array): Float64Array {
  const size = right.length;
  const scale = first[0]!;
  const r = Float64Array.from({ length: size }, (_, n) => (first[n] ?? 0) / scale);
  const b = right.map((value) => value / scale);
  const x = new Float64Array(size);
  let y = new Float64Array(size);
  let next = new Float64Array(size);
  y[0] = -(r[1] ?? 0);
  x[0] = b[0]!;
  let beta = 1;
  let alpha = y[0]!;
  for (let k = 1; k < size; k++) {
    beta *= 1 - alpha * alpha;
    let mu = b[k]!;
    for (let n = 0; n < k; n++) mu -= r[n + 1]! * x[k - 1 - n]!;
    mu /= beta;
    for (let n = 0; n < k; n++) x[n] = x[n]! + mu * y[k - 1 - n]!;
    x[k] = mu;
    if (k === size - 1) break;
    alpha = -r[k + 1]!;
    for (let n = 0; n < k; n++) alpha -= r[n + 1]! * y[k - 1 - n]!;
    alpha /= beta;
    for (let n = 0; n < k; n++) next[n] = y[n]! + alpha * y[k - 1 - n]!;
    next[k] = alpha;
    [y, next] = [next, y];
  }
  return x;
}
