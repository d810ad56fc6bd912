import { type Audio, Fourier, hannWindow } from '../signal';

/** Levels of frequency bands over time, `bandCount` values a frame. */
export interface BandLevels {
  readonly bandCount: number;
  /** dB, frame after frame. */
  readonly levelDb: Float64Array;
}

const WINDOW_SECONDS = 0.02;
/** Narrower bands would hold less than one bin of so short a window. */
const NARROWEST_BAND_HERTZ = 180;
const LOWEST_HERTZ = 100;
const HIGHEST_HERTZ = 6000;
const BAND_RATIO = 2 ** (1 / 4);

/**
 * Splits every frame into bands. In a room each partial fades by itself while the tongue silences all of them,
 * so a repeated note is told from an echo by bands, not by the total.
 */
export function measureBands({ samples, sampleRate }: Audio, hop: number, count: number): BandLevels {
  const size = 2 ** Math.ceil(Math.log2(WINDOW_SECONDS * sampleRate));
  const fourier = new Fourier(size);
  const window = hannWindow(size);
  const frame = new Float64Array(size);
  const power = new Float64Array(size / 2 + 1);
  const edges = bandEdges(size, sampleRate);
  const bandCount = edges.length - 1;
  const levelDb = new Float64Array(count * bandCount);
  for (let index = 0; index < count; index++) {
    const from = Math.round((index + 0.5) * hop) - size / 2;
    for (let n = 0; n < size; n++) frame[n] = (samples[from + n] ?? 0) * window[n]!;
    fourier.power(frame, power);
    for (let band = 0; band < bandCount; band++) {
      let energy = 0;
      for (let bin = edges[band]!; bin < edges[band + 1]!; bin++) energy += power[bin]!;
      levelDb[index * bandCount + band] = 10 * Math.log10((4 * energy) / (size * size) + 1e-12);
    }
  }
  return { bandCount, levelDb };
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
