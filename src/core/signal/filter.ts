import type { Audio } from './audio';

/** In silence a filter dies away into numbers so small that processors are many times slower with them. */
const INAUDIBLE = 1e-15;

/**
 * Second-order high-pass (Q = 1/√2), for taking off rumble and DC, on sound that comes bit by bit.
 * Source: R. Bristow-Johnson, "Cookbook formulae for audio EQ biquad filter coefficients", HPF.
 */
export class HighPass {
  readonly #b0: number;
  readonly #b1: number;
  readonly #a1: number;
  readonly #a2: number;
  #x1 = 0;
  #x2 = 0;
  #y1 = 0;
  #y2 = 0;

  /** @param sampleRate in hertz. */
  constructor(sampleRate: number, cutoffHertz: number) {
    const w = (2 * Math.PI * cutoffHertz) / sampleRate;
    const alpha = Math.sin(w) / Math.SQRT2;
    const a0 = 1 + alpha;
    this.#b0 = (1 + Math.cos(w)) / 2 / a0;
    this.#b1 = -(1 + Math.cos(w)) / a0;
    this.#a1 = (-2 * Math.cos(w)) / a0;
    this.#a2 = (1 - alpha) / a0;
  }

  /** The next stretch of the sound. */
  run(samples: Float32Array): Float32Array {
    const [b0, b1, a1, a2] = [this.#b0, this.#b1, this.#a1, this.#a2];
    let [x1, x2, y1, y2] = [this.#x1, this.#x2, this.#y1, this.#y2];
    const out = new Float32Array(samples.length);
    for (let n = 0; n < samples.length; n++) {
      const x = samples[n]!;
      let y = b0 * x + b1 * x1 + b0 * x2 - a1 * y1 - a2 * y2;
      if (y < INAUDIBLE && y > -INAUDIBLE) y = 0;
      x2 = x1;
      x1 = x;
      y2 = y1;
      y1 = y;
      out[n] = y;
    }
    [this.#x1, this.#x2, this.#y1, this.#y2] = [x1, x2, y1, y2];
    return out;
  }
}

/** A whole sound without rumble and DC. */
export function highPass({ samples, sampleRate }: Audio, cutoffHertz: number): Audio {
  return { samples: new HighPass(sampleRate, cutoffHertz).run(samples), sampleRate };
}

/** Half-width of the decimation filter in output samples, when nothing else is asked. */
const DECIMATION_HALF_WIDTH = 8;

/**
 * Keeps every `factor`-th sample after a Hann-windowed sinc low-pass at the new Nyquist frequency, of sound that comes
 * bit by bit. Before its start and after its end there is silence. Cut off exactly there, most taps of a half-band filter
 * are zero (an M-th band filter, common practice).
 */
export class Decimator {
  readonly #factor: number;
  /** The middle and one side of the kernel, which is symmetric. */
  readonly #kernel: Float64Array;
  /** What is still needed of the sound, and where it begins: in the silence before its start. */
  #pending: Float32Array;
  #pendingFrom: number;
  #made = 0;

  /**
   * @param factor whole number ≥ 1.
   * @param halfWidth of the filter in output samples: the fewer, the more of the upper band is lost.
   */
  constructor(factor: number, halfWidth = DECIMATION_HALF_WIDTH) {
    const half = halfWidth * factor;
    this.#factor = factor;
    this.#kernel = Float64Array.from({ length: half + 1 }, (_, n) => {
      const x = n / factor;
      const sinc = n === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
      return sinc * (0.5 + 0.5 * Math.cos((Math.PI * n) / (half + 1)));
    });
    const total = this.#kernel.reduce((sum, tap, n) => sum + (n === 0 ? tap : 2 * tap), 0);
    for (let n = 0; n <= half; n++) this.#kernel[n] = this.#kernel[n]! / total;
    this.#pending = new Float32Array(half);
    this.#pendingFrom = -half;
  }

  /** The next stretch of the sound. @returns what it made possible. */
  run(samples: Float32Array): Float32Array {
    if (this.#factor === 1) return samples;
    const joined = new Float32Array(this.#pending.length + samples.length);
    joined.set(this.#pending);
    joined.set(samples, this.#pending.length);
    this.#pending = joined;
    const half = this.#kernel.length - 1;
    const out = this.#make(Math.floor((this.#length - half - 1) / this.#factor) + 1);
    const needed = Math.max(this.#pendingFrom, this.#made * this.#factor - half);
    this.#pending = joined.slice(needed - this.#pendingFrom);
    this.#pendingFrom = needed;
    return out;
  }

  /** @returns the rest, when nothing follows. */
  end(): Float32Array {
    if (this.#factor === 1) return new Float32Array(0);
    const count = Math.ceil(this.#length / this.#factor);
    const withSilence = new Float32Array(this.#pending.length + this.#kernel.length - 1);
    withSilence.set(this.#pending);
    this.#pending = withSilence;
    return this.#make(count);
  }

  /** Of the sound so far, in samples. */
  get #length(): number {
    return this.#pendingFrom + this.#pending.length;
  }

  /** @param until output samples, for all of which what is pending suffices. */
  #make(until: number): Float32Array {
    const from = this.#made;
    if (until <= from) return new Float32Array(0);
    this.#made = until;
    const skipped = from * this.#factor - (this.#kernel.length - 1) - this.#pendingFrom;
    return decimated(this.#pending.subarray(skipped), this.#kernel, this.#factor, until - from);
  }
}

/** Output samples that are made at once: they do not wait for each other, and each tap is read once for all. */
const AT_ONCE = 4;

/**
 * One output sample for every `factor` of the input, which begins half a kernel before the first. A plain function:
 * compiled code runs it many times faster than a method.
 */
function decimated(samples: Float32Array, kernel: Float64Array, factor: number, count: number): Float32Array {
  const half = kernel.length - 1;
  const out = new Float32Array(count);
  let made = 0;
  for (; made + AT_ONCE <= count; made += AT_ONCE) {
    const a = half + made * factor;
    const b = a + factor;
    const c = b + factor;
    const d = c + factor;
    let sumA = kernel[0]! * samples[a]!;
    let sumB = kernel[0]! * samples[b]!;
    let sumC = kernel[0]! * samples[c]!;
    let sumD = kernel[0]! * samples[d]!;
    // Every `factor`-th tap but the middle one is zero; one multiplication serves the two samples at the same distance.
    for (let phase = 1; phase < factor; phase++) {
      for (let n = phase; n < half; n += factor) {
        const tap = kernel[n]!;
        sumA += tap * (samples[a - n]! + samples[a + n]!);
        sumB += tap * (samples[b - n]! + samples[b + n]!);
        sumC += tap * (samples[c - n]! + samples[c + n]!);
        sumD += tap * (samples[d - n]! + samples[d + n]!);
      }
    }
    out[made] = sumA;
    out[made + 1] = sumB;
    out[made + 2] = sumC;
    out[made + 3] = sumD;
  }
  for (; made < count; made++) {
    const middle = half + made * factor;
    let sum = kernel[0]! * samples[middle]!;
    for (let n = 1; n < half; n++) sum += kernel[n]! * (samples[middle - n]! + samples[middle + n]!);
    out[made] = sum;
  }
  return out;
}

/** A whole sound at a lower rate. @param factor whole number ≥ 1. */
export function decimate({ samples, sampleRate }: Audio, factor: number): Audio {
  if (factor === 1) return { samples, sampleRate };
  const decimator = new Decimator(factor);
  const [body, rest] = [decimator.run(samples), decimator.end()];
  const out = new Float32Array(body.length + rest.length);
  out.set(body);
  out.set(rest, body.length);
  return { samples: out, sampleRate: sampleRate / factor };
}
