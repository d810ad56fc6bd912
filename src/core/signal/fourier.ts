import FFT from 'fft.js';

/** Fourier transforms of one size, with buffers of their own so that a frame costs no allocation. */
export class Fourier {
  readonly size: number;
  readonly #fft: FFT;
  readonly #spectrum: Float64Array;
  readonly #power: Float64Array;

  /** @param size power of two, in samples. */
  constructor(size: number) {
    this.size = size;
    this.#fft = new FFT(size);
    this.#spectrum = new Float64Array(size * 2);
    this.#power = new Float64Array(size);
  }

  /**
   * Power spectrum of a real frame.
   * @param frame `size` samples.
   * @param power receives `size / 2 + 1` values.
   */
  power(frame: Float64Array, power: Float64Array): void {
    this.#fft.realTransform(this.#spectrum, frame);
    for (let bin = 0; bin <= this.size / 2; bin++) {
      const re = this.#spectrum[2 * bin]!;
      const im = this.#spectrum[2 * bin + 1]!;
      power[bin] = re * re + im * im;
    }
  }

  /**
   * Autocorrelation of a real frame that is zero-padded to `size` (linear up to the padding).
   * The power spectrum is real and even, so transforming it forwards again inverts it, but for the factor `size`.
   * @param frame `size` samples.
   * @param lags receives the first `lags.length` autocorrelation values, at most `size / 2`.
   */
  autocorrelation(frame: Float64Array, lags: Float64Array): void {
    const half = this.size / 2;
    this.#fft.realTransform(this.#spectrum, frame);
    for (let bin = 0; bin <= half; bin++) {
      const re = this.#spectrum[2 * bin]!;
      const im = this.#spectrum[2 * bin + 1]!;
      const power = re * re + im * im;
      this.#power[bin] = power;
      if (bin > 0 && bin < half) this.#power[this.size - bin] = power;
    }
    this.#fft.realTransform(this.#spectrum, this.#power);
    for (let lag = 0; lag < lags.length; lag++) lags[lag] = this.#spectrum[2 * lag]! / this.size;
  }
}

/** Periodic Hann window of `size` samples. */
export function hannWindow(size: number): Float64Array {
  return Float64Array.from({ length: size }, (_, n) => 0.5 - 0.5 * Math.cos((2 * Math.PI * n) / size));
}
