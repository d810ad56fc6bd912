import { stretchOf } from './audio';
import { Fourier, HannWindows } from './fourier';

/** The magnitude of a full sine, as a share of the window's length. Source: F. J. Harris, "On the use of windows", Proc. IEEE 66 (1978), table I: a Hann window's coherent gain is 0.5, half of it lies at each of the two frequencies. */
export const SINE_MAGNITUDE = 0.25;
/** Up to this share of half its rate a recording holds what sounded; filters take off what lies above. */
export const HIGHEST_SHARE = 0.9;

/** Power spectra of stretches of a recording, under Hann windows of any length; bins mean the same for all of them. */
export class WindowedSpectrum {
  /** Of the latest stretch, bins from 0 Hz to half the sample rate. */
  readonly power: Float64Array;
  readonly binsPerHertz: number;
  /** The highest frequency that the recording holds. */
  readonly highestHertz: number;
  readonly #samples: Float32Array;
  readonly #sampleRate: number;
  readonly #fourier: Fourier;
  readonly #frame: Float64Array;
  readonly #tapers = new HannWindows();

  /**
   * @param sampleRate in hertz.
   * @param longestSeconds of a stretch; zeros are added up to the power of two above it, the more the finer the bins.
   */
  constructor(samples: Float32Array, sampleRate: number, longestSeconds: number) {
    this.#samples = samples;
    this.#sampleRate = sampleRate;
    this.#fourier = new Fourier(2 ** Math.ceil(Math.log2(longestSeconds * sampleRate)));
    this.#frame = new Float64Array(this.#fourier.size);
    this.power = new Float64Array(this.#fourier.size / 2 + 1);
    this.binsPerHertz = this.#fourier.size / sampleRate;
    this.highestHertz = (HIGHEST_SHARE * sampleRate) / 2;
  }

  /** Size of the transform, in samples. */
  get size(): number {
    return this.#fourier.size;
  }

  /** Takes the spectrum of a stretch, given in samples. @returns `power` @example spectrum.take(0, 2048) */
  take(from: number, length: number): Float64Array {
    const taper = this.#tapers.of(length);
    const stretch = stretchOf(this.#samples, from, length);
    this.#frame.fill(0, length);
    for (let n = 0; n < length; n++) this.#frame[n] = taper[n]! * stretch[n]!;
    this.#fourier.power(this.#frame, this.power);
    return this.power;
  }

  /** Takes the spectrum of a stretch around a moment. @param length in samples. @returns `power` */
  takeAround(middleSeconds: number, length: number): Float64Array {
    return this.take(Math.round(middleSeconds * this.#sampleRate - length / 2), length);
  }
}
