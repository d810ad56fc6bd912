import { hertzToMidi } from '../../pitch';
import { vertex, WindowedSpectrum } from '../../signal';

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
  const spectrum = new WindowedSpectrum(samples, sampleRate, 2 * WINDOW_SECONDS);
  const lowest = Math.round(LOWEST_HERTZ * spectrum.binsPerHertz);
  const highest = Math.round(HIGHEST_HERTZ * spectrum.binsPerHertz);
  let [x, y] = [0, 0];
  for (const onset of onsetsSeconds) {
    const power = spectrum.take(Math.round((onset + AFTER_SECONDS) * sampleRate), length);
    let most = 0;
    for (let bin = lowest; bin < highest; bin++) if (power[bin]! > most) most = power[bin]!;
    for (let bin = lowest; bin < highest; bin++) {
      const [left, middle, right] = [power[bin - 1]!, power[bin]!, power[bin + 1]!];
      if (middle < LEAST_SHARE ** 2 * most || middle < left || middle <= right || most <= 0) continue;
      const at = bin + vertex(Math.log(left + 1e-30), Math.log(middle), Math.log(right + 1e-30)).shift;
      const angle = 2 * Math.PI * hertzToMidi(at / spectrum.binsPerHertz);
      const weight = Math.sqrt(middle / most);
      x += weight * Math.cos(angle);
      y += weight * Math.sin(angle);
    }
  }
  return Math.atan2(y, x) / (2 * Math.PI);
}
