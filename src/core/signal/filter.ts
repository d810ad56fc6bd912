import type { Audio } from './audio';

/**
 * Second-order high-pass (Q = 1/√2), for taking off rumble and DC.
 * Source: R. Bristow-Johnson, "Cookbook formulae for audio EQ biquad filter coefficients", HPF.
 */
export function highPass({ samples, sampleRate }: Audio, cutoffHertz: number): Audio {
  const w = (2 * Math.PI * cutoffHertz) / sampleRate;
  const alpha = Math.sin(w) / Math.SQRT2;
  const a0 = 1 + alpha;
  const b0 = (1 + Math.cos(w)) / 2 / a0;
  const b1 = -(1 + Math.cos(w)) / a0;
  const a1 = (-2 * Math.cos(w)) / a0;
  const a2 = (1 - alpha) / a0;
  const out = new Float32Array(samples.length);
  let x1 = 0;
  let x2 = 0;
  let y1 = 0;
  let y2 = 0;
  for (let n = 0; n < samples.length; n++) {
    const x = samples[n]!;
    const y = b0 * x + b1 * x1 + b0 * x2 - a1 * y1 - a2 * y2;
    x2 = x1;
    x1 = x;
    y2 = y1;
    y1 = y;
    out[n] = y;
  }
  return { samples: out, sampleRate };
}

/** Half-width of the decimation filter in output samples: 48 dB stop band is plenty for finding pitches. */
const DECIMATION_HALF_WIDTH = 8;

/**
 * Keeps every `factor`-th sample after a Hann-windowed sinc low-pass at the new Nyquist frequency.
 * @param factor whole number ≥ 1.
 */
export function decimate({ samples, sampleRate }: Audio, factor: number): Audio {
  if (factor === 1) return { samples, sampleRate };
  const half = DECIMATION_HALF_WIDTH * factor;
  const kernel = new Float64Array(2 * half + 1);
  let total = 0;
  for (let n = -half; n <= half; n++) {
    const x = (0.9 * n) / factor;
    const sinc = n === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
    kernel[n + half] = sinc * (0.5 + 0.5 * Math.cos((Math.PI * n) / (half + 1)));
    total += kernel[n + half]!;
  }
  const out = new Float32Array(Math.ceil(samples.length / factor));
  const padded = new Float64Array(samples.length + 2 * half);
  padded.set(samples, half);
  for (let k = 0, middle = half; k < out.length; k++, middle += factor) {
    // The kernel is symmetric: one multiplication serves two samples.
    let value = kernel[half]! * padded[middle]!;
    for (let n = 1; n <= half; n++) value += kernel[half + n]! * (padded[middle - n]! + padded[middle + n]!);
    out[k] = value / total;
  }
  return { samples: out, sampleRate: sampleRate / factor };
}
