import { WindowedSpectrum } from '../../signal';

/**
 * Edges of the bands in which drums differ, in hertz: the boom of a bass drum, the tones of toms and a snare, its wires, the sticks, cymbals.
 * About two thirds of an octave. Common practice of drum sounds.
 */
const EDGES_HERTZ = [35, 65, 95, 135, 200, 300, 450, 700, 1100, 1800, 2800, 4300, 6500, 9500];
export const DRUM_BANDS = EDGES_HERTZ.length - 1;
const SPECTRUM_SECONDS = 0.08;

/** Mean power of a recording in the bands of drums, in a window of given length. */
export class DrumMeter {
  readonly #sampleRate: number;
  readonly #spectrum: WindowedSpectrum;
  readonly #edges: readonly number[];

  constructor(samples: Float32Array, sampleRate: number) {
    this.#sampleRate = sampleRate;
    this.#spectrum = new WindowedSpectrum(samples, sampleRate, SPECTRUM_SECONDS);
    const { size, binsPerHertz } = this.#spectrum;
    this.#edges = EDGES_HERTZ.map((hertz) => Math.min(size / 2, Math.round(hertz * binsPerHertz)));
  }

  /** @param fromSeconds where the window begins. @returns power of each band, from the lowest. */
  measure(fromSeconds: number, seconds: number): Float64Array {
    const length = Math.round(seconds * this.#sampleRate);
    const power = this.#spectrum.take(Math.round(fromSeconds * this.#sampleRate), length);
    const scale = 1 / (length * this.#spectrum.size);
    return Float64Array.from({ length: DRUM_BANDS }, (_, band) => {
      let sum = 0;
      for (let bin = this.#edges[band]!; bin < this.#edges[band + 1]!; bin++) sum += power[bin]!;
      return sum * scale;
    });
  }
}
