import FFT from 'fft.js';

/**
 * Fourier transforms of real frames of one size, with buffers of their own so that a frame costs no allocation.
 * Two neighbouring samples are packed into one complex value, so that the transform has half the size.
 * Source: W. H. Press et al., "Numerical Recipes in C", 2nd ed., section 12.3, equations (12.3.3)–(12.3.6).
 */
export class Fourier {
  readonly size: number;
  readonly #fft: FFT;
  /** Interleaved re, im. */
  readonly #packed: Float64Array;
  /** Cosine and sine of 2πk/size. */
  readonly #cosine: Float64Array;
  readonly #sine: Float64Array;
  readonly #re: Float64Array;
  readonly #im: Float64Array;
  readonly #even: Float64Array;

  /** @param size power of two, in samples. */
  constructor(size: number) {
    const half = size / 2;
    this.size = size;
    this.#fft = new FFT(half);
    this.#packed = new Float64Array(size);
    this.#cosine = Float64Array.from({ length: half + 1 }, (_, k) => Math.cos((2 * Math.PI * k) / size));
    this.#sine = Float64Array.from({ length: half + 1 }, (_, k) => Math.sin((2 * Math.PI * k) / size));
    this.#re = new Float64Array(half + 1);
    this.#im = new Float64Array(half + 1);
    this.#even = new Float64Array(size);
  }

  /** Spectrum of a real frame into `#re` and `#im`, bins 0…size/2. */
  #transform(frame: Float64Array): void {
    const half = this.size / 2;
    const packed = this.#packed;
    // Samples 2n and 2n + 1 are already interleaved like the parts of a complex value.
    this.#fft.transform(packed, frame);
    for (let k = 0; k <= half; k++) {
      const at = k === half ? 0 : 2 * k;
      const mirrored = k === 0 ? 0 : this.size - 2 * k;
      const evenRe = 0.5 * (packed[at]! + packed[mirrored]!);
      const evenIm = 0.5 * (packed[at + 1]! - packed[mirrored + 1]!);
      const oddRe = 0.5 * (packed[at + 1]! + packed[mirrored + 1]!);
      const oddIm = 0.5 * (packed[mirrored]! - packed[at]!);
      const c = this.#cosine[k]!;
      const s = this.#sine[k]!;
      this.#re[k] = evenRe + oddRe * c + oddIm * s;
      this.#im[k] = evenIm + oddIm * c - oddRe * s;
    }
  }

  /**
   * Power spectrum of a real frame.
   * @param frame `size` samples.
   * @param power receives `size / 2 + 1` values.
   */
  power(frame: Float64Array, power: Float64Array): void {
    this.#transform(frame);
    const re = this.#re;
    const im = this.#im;
    for (let bin = 0; bin < re.length; bin++) power[bin] = re[bin]! * re[bin]! + im[bin]! * im[bin]!;
  }

  /**
   * Autocorrelation of a real frame that is zero-padded to `size` (linear up to the padding).
   * The power spectrum is real and even, so transforming it forwards again inverts it, but for the factor `size`.
   * @param frame `size` samples.
   * @param lags receives the first `lags.length` autocorrelation values, at most `size / 2`.
   */
  autocorrelation(frame: Float64Array, lags: Float64Array): void {
    const { size } = this;
    const even = this.#even;
    this.power(frame, even.subarray(0, size / 2 + 1));
    for (let bin = 1; bin < size / 2; bin++) even[size - bin] = even[bin]!;
    this.#transform(even);
    for (let lag = 0; lag < lags.length; lag++) lags[lag] = this.#re[lag]! / size;
  }
}

/** Periodic Hann window of `size` samples. */
export function hannWindow(size: number): Float64Array {
  return Float64Array.from({ length: size }, (_, n) => 0.5 - 0.5 * Math.cos((2 * Math.PI * n) / size));
}
