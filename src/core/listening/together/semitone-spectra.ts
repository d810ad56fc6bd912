import { midiToHertz } from '../../pitch';
import { SINE_MAGNITUDE, WindowedSpectrum } from '../../signal';

/** Semitones whose bands are measured: from an octave under a bass guitar's lowest string to where recordings for pitch end. */
export const LOWEST_BAND_MIDI = 28;
const HIGHEST_BAND_MIDI = 112;
/** Pitches that may be plucked or struck, MIDI. */
export const LOWEST_STRING_MIDI = 33;
export const HIGHEST_STRING_MIDI = 98;
/** Long enough for the bins to part the lowest semitones. */
export const SPECTRUM_SECONDS = 0.4;
/** Below this a band is silent, in amplitude of a full sine. */
export const SILENCE = 1e-5;

/** Amplitude of the loudest sine in each semitone band, from `LOWEST_BAND_MIDI` up. */
export type SemitoneBands = Float64Array;

/** Measures how loud every semitone is around a moment. */
export class SemitoneMeter {
  readonly #sampleRate: number;
  readonly #spectrum: WindowedSpectrum;
  /** First bin of every band, and one past the last. */
  readonly #edges: Int32Array;

  /** @param sampleRate in hertz. @param tuningSemitones how far the recording lies above A = 440 Hz. */
  constructor(samples: Float32Array, sampleRate: number, tuningSemitones: number) {
    this.#sampleRate = sampleRate;
    this.#spectrum = new WindowedSpectrum(samples, sampleRate, SPECTRUM_SECONDS);
    this.#edges = edgesOf(this.#spectrum, tuningSemitones);
  }

  get bandCount(): number {
    return this.#edges.length - 1;
  }

  /** @param seconds length of the window, its middle at the moment. */
  measure(middleSeconds: number, seconds: number): SemitoneBands {
    const length = 2 * Math.round((seconds * this.#sampleRate) / 2);
    const power = this.#spectrum.takeAround(middleSeconds, length);
    const scale = 1 / (SINE_MAGNITUDE * length) ** 2;
    return Float64Array.from({ length: this.bandCount }, (_, band) => {
      let most = 0;
      for (let bin = this.#edges[band]!; bin < this.#edges[band + 1]!; bin++)
        if (power[bin]! > most) most = power[bin]!;
      return Math.sqrt(most * scale);
    });
  }
}

/** Bands meet half way between their semitones; the lowest are narrower than a bin, and share it with a neighbour. */
function edgesOf({ binsPerHertz, highestHertz }: WindowedSpectrum, tuningSemitones: number): Int32Array {
  const edges: number[] = [];
  for (let midi = LOWEST_BAND_MIDI; midi <= HIGHEST_BAND_MIDI + 1; midi++) {
    const hertz = midiToHertz(midi - 0.5 + tuningSemitones);
    if (hertz > highestHertz) break;
    edges.push(Math.round(hertz * binsPerHertz));
  }
  return Int32Array.from(edges);
}
