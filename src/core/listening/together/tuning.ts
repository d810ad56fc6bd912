import { hertzToMidi } from '../../pitch';
import { Fourier, hannWindow, stretchOf, vertex } from '../../signal';

/** What sounds so long after a moment tells the tuning: its attack is over then. */
const AFTER_SECONDS = 0.03;
const WINDOW_SECONDS = 0.2;
/** Where partials are close to their harmonic places, and far enough from each other to be told apart. */
const LOWEST_HERTZ = 180;
const HIGHEST_HERTZ = 1500;
const LEAST_SHARE = 0.05;

/**
 * How far a recording lies above A = 440 Hz, in semitones from −0.5 to 0.5: the circular mean of how far its partials lie from whole
 * semitones, the stronger the more they count. Common practice of tuning estimates.
 * @param onsetsSeconds where something begins.
 */
export function tuningOf(
  samples: Float32Array,
  sampleRate: number,
  onsetsSeconds: readonly number[],
): number {
  const length = Math.round(WINDOW_SECONDS * sampleRate);
  const taper = hannWindow(length);
  const fourier = new Fourier(2 ** Math.ceil(Math.log2(2 * length)));
  const frame = new Float64Array(fourier.size);
  const power = new Float64Array(fourier.size / 2 + 1);
  const [lowest, highest] = [LOWEST_HERTZ, HIGHEST_HERTZ].map((hertz) =>
    Math.round((hertz * fourier.size) / sampleRate),
  ) as [number, number];
  let [x, y] = [0, 0];
  for (const onset of onsetsSeconds) {
    const stretch = stretchOf(samples, Math.round((onset + AFTER_SECONDS) * sampleRate), length);
    for (let n = 0; n < length; n++) frame[n] = taper[n]! * stretch[n]!;
    fourier.power(frame, power);
    let most = 0;
    for (let bin = lowest; bin < highest; bin++) if (power[bin]! > most) most = power[bin]!;
    for (let bin = lowest; bin < highest; bin++) {
      const [left, middle, right] = [power[bin - 1]!, power[bin]!, power[bin + 1]!];
      if (middle < LEAST_SHARE ** 2 * most || middle < left || middle <= right || most <= 0) continue;
      const at = bin + vertex(Math.log(left + 1e-30), Math.log(middle), Math.log(right + 1e-30)).shift;
      const angle = 2 * Math.PI * hertzToMidi((at * sampleRate) / fourier.size);
      const weight = Math.sqrt(middle / most);
      x += weight * Math.cos(angle);
      y += weight * Math.sin(angle);
    }
  }
  return Math.atan2(y, x) / (2 * Math.PI);
}
