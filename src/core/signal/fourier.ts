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
  readonly #even: Float64Array;

  /** @param size power of two, in samples. */
  constructor(size: number) {
    const half = size / 2;
    this.size = size;
    this.#fft = new FFT(half);
    this.#packed = new Float64Array(size);
    this.#cosine = Float64Array.from({ length: half + 1 }, (_, k) => Math.cos((2 * Math.PI * k) / size));
    this.#sine = Float64Array.from({ length: half + 1 }, (_, k) => Math.sin((2 * Math.PI * k) / size));
    this.#even = new Float64Array(size);
  }

  /**
   * Power spectrum of a real frame.
   * @param frame `size` samples.
   * @param power receives `size / 2 + 1` values.
   */
  power(frame: Float64Array, power: Float64Array): void {
    // Samples 2n and 2n + 1 are already interleaved like the parts of a complex value.
    this.#fft.transform(this.#packed, frame);
    powerOfPacked(this.#packed, this.#cosine, this.#sine, power);
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
    this.power(frame, even);
    for (let bin = 1; bin < size / 2; bin++) even[size - bin] = even[bin]!;
    this.#fft.transform(this.#packed, even);
    realPartsOfPacked(this.#packed, this.#cosine, this.#sine, lags);
    for (let lag = 0; lag < lags.length; lag++) lags[lag] = lags[lag]! / size;
  }
}

// Plain functions without pairs of values: compiled code runs them much faster.

/** Powers of the bins 0…size/2 out of the transform of packed samples, two bins at a time: they share their terms. */
function powerOfPacked(
  packed: Float64Array,
  cosine: Float64Array,
  sine: Float64Array,
  power: Float64Array,
): void {
  const half = packed.length / 2;
  power[0] = (packed[0]! + packed[1]!) ** 2;
  power[half] = (packed[0]! - packed[1]!) ** 2;
  for (let k = 1; k <= half / 2; k++) {
    const at = 2 * k;
    const mirrored = 2 * (half - k);
    const evenRe = 0.5 * (packed[at]! + packed[mirrored]!);
    const evenIm = 0.5 * (packed[at + 1]! - packed[mirrored + 1]!);
    const oddRe = 0.5 * (packed[at + 1]! + packed[mirrored + 1]!);
    const oddIm = 0.5 * (packed[mirrored]! - packed[at]!);
    const turnedRe = oddRe * cosine[k]! + oddIm * sine[k]!;
    const turnedIm = oddIm * cosine[k]! - oddRe * sine[k]!;
    const re = evenRe + turnedRe;
    const im = evenIm + turnedIm;
    const otherRe = evenRe - turnedRe;
    const otherIm = turnedIm - evenIm;
    power[k] = re * re + im * im;
    power[half - k] = otherRe * otherRe + otherIm * otherIm;
  }
}

/** Real parts of the first bins out of the transform of packed samples. @param into at most size/2 bins. */
function realPartsOfPacked(
  packed: Float64Array,
  cosine: Float64Array,
  sine: Float64Array,
  into: Float64Array,
): void {
  const size = packed.length;
  into[0] = packed[0]! + packed[1]!;
  for (let k = 1; k < into.length; k++) {
    const at = 2 * k;
    const mirrored = size - at;
    const evenRe = 0.5 * (packed[at]! + packed[mirrored]!);
    const oddRe = 0.5 * (packed[at + 1]! + packed[mirrored + 1]!);
    const oddIm = 0.5 * (packed[mirrored]! - packed[at]!);
    into[k] = evenRe + oddRe * cosine[k]! + oddIm * sine[k]!;
  }
}

/** Periodic Hann window of `size` samples. */
export function hannWindow(size: number): Float64Array {
  return Float64Array.from({ length: size }, (_, n) => 0.5 - 0.5 * Math.cos((2 * Math.PI * n) / size));
}

/** Hann windows by their size, each made once. @example new HannWindows().of(512) */
export class HannWindows {
  readonly #made = new Map<number, Float64Array>();

  of(size: number): Float64Array {
    const known = this.#made.get(size);
    if (known) return known;
    const made = hannWindow(size);
    this.#made.set(size, made);
    return made;
  }
}
