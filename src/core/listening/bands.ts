import { Fourier, hannWindow, powerToDb, stretchOf } from '../signal';

/** Levels of frequency bands over time. */
export interface BandLevels {
  readonly bandCount: number;
  /** Levels of one frame's bands, in dB; computed when they are first asked for. */
  of(frame: number): Float64Array;
}

const WINDOW_SECONDS = 0.02;
/** Narrower bands would hold less than one bin of so short a window. */
const NARROWEST_BAND_HERTZ = 180;
const LOWEST_HERTZ = 100;
const HIGHEST_HERTZ = 6000;
const BAND_RATIO = 2 ** (1 / 4);

/**
 * Splits frames into bands. In a room each partial fades by itself while the tongue silences all of them,
 * so a repeated note is told from an echo by bands, not by the total.
 */
export class BandMeter {
  readonly bandCount: number;
  readonly #fourier: Fourier;
  readonly #taper: Float64Array;
  readonly #frame: Float64Array;
  readonly #power: Float64Array;
  readonly #edges: readonly number[];

  /** @param sampleRate in hertz. */
  constructor(sampleRate: number) {
    const size = 2 ** Math.ceil(Math.log2(WINDOW_SECONDS * sampleRate));
    this.#fourier = new Fourier(size);
    this.#taper = hannWindow(size);
    this.#frame = new Float64Array(size);
    this.#power = new Float64Array(size / 2 + 1);
    this.#edges = bandEdges(size, sampleRate);
    this.bandCount = this.#edges.length - 1;
  }

  /** Samples on each side of the middle that are looked at. */
  get reach(): number {
    return this.#taper.length / 2;
  }

  /** Levels of all bands, in dB. @param middle sample in the middle of the frame. */
  measure(samples: Float32Array, middle: number): Float64Array {
    const size = this.#taper.length;
    const stretch = stretchOf(samples, middle - size / 2, size);
    for (let n = 0; n < size; n++) this.#frame[n] = stretch[n]! * this.#taper[n]!;
    this.#fourier.power(this.#frame, this.#power);
    const levelDb = new Float64Array(this.bandCount);
    for (let band = 0; band < this.bandCount; band++) {
      let energy = 0;
      for (let bin = this.#edges[band]!; bin < this.#edges[band + 1]!; bin++) energy += this.#power[bin]!;
      levelDb[band] = powerToDb((4 * energy) / (size * size));
    }
    return levelDb;
  }
}

/** First bins of the bands, and the end of the last. */
function bandEdges(size: number, sampleRate: number): number[] {
  const binHertz = sampleRate / size;
  const edges = [Math.max(1, Math.round(LOWEST_HERTZ / binHertz))];
  for (let hertz = LOWEST_HERTZ; hertz < Math.min(HIGHEST_HERTZ, sampleRate / 2); ) {
    hertz = Math.max(hertz * BAND_RATIO, hertz + NARROWEST_BAND_HERTZ);
    edges.push(Math.min(size / 2, Math.round(hertz / binHertz)));
  }
  return edges.filter((edge, index) => index === 0 || edge > edges[index - 1]!);
}
