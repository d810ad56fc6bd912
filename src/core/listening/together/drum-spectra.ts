import { Fourier, hannWindow, stretchOf } from '../../signal';

/**
 * Edges of the bands in which drums differ, in hertz: the boom of a bass drum, the tones of toms and a snare, its wires, the sticks, cymbals.
 * About two thirds of an octave. Common practice of drum sounds.
 */
const EDGES_HERTZ = [35, 65, 95, 135, 200, 300, 450, 700, 1100, 1800, 2800, 4300, 6500, 9500];
export const DRUM_BANDS = EDGES_HERTZ.length - 1;
const SPECTRUM_SECONDS = 0.08;
export const SILENCE = 1e-12;

/** Mean power of a recording in the bands of drums, in a window of given length. */
export class DrumMeter {
  readonly #samples: Float32Array;
  readonly #sampleRate: number;
  readonly #fourier: Fourier;
  readonly #frame: Float64Array;
  readonly #power: Float64Array;
  readonly #edges: readonly number[];
  readonly #tapers = new Map<number, Float64Array>();

  constructor(samples: Float32Array, sampleRate: number) {
    this.#samples = samples;
    this.#sampleRate = sampleRate;
    this.#fourier = new Fourier(2 ** Math.ceil(Math.log2(SPECTRUM_SECONDS * sampleRate)));
    this.#frame = new Float64Array(this.#fourier.size);
    this.#power = new Float64Array(this.#fourier.size / 2 + 1);
    this.#edges = EDGES_HERTZ.map((hertz) =>
      Math.min(this.#power.length - 1, Math.round((hertz * this.#fourier.size) / sampleRate)),
    );
  }

  /** @param fromSeconds where the window begins. @returns power of each band, from the lowest. */
  measure(fromSeconds: number, seconds: number): Float64Array {
    const length = Math.round(seconds * this.#sampleRate);
    const taper = this.#taper(length);
    const stretch = stretchOf(this.#samples, Math.round(fromSeconds * this.#sampleRate), length);
    this.#frame.fill(0);
    for (let n = 0; n < length; n++) this.#frame[n] = taper[n]! * stretch[n]!;
    this.#fourier.power(this.#frame, this.#power);
    const scale = 1 / (length * this.#fourier.size);
    return Float64Array.from({ length: DRUM_BANDS }, (_, band) => {
      let sum = 0;
      for (let bin = this.#edges[band]!; bin < this.#edges[band + 1]!; bin++) sum += this.#power[bin]!;
      return sum * scale;
    });
  }

  #taper(length: number): Float64Array {
    const known = this.#tapers.get(length);
    if (known) return known;
    const taper = hannWindow(length);
    this.#tapers.set(length, taper);
    return taper;
  }
}
