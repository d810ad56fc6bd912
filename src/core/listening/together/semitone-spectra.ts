import { midiToHertz } from '../../pitch';
import { Fourier, hannWindow, stretchOf } from '../../signal';

/** Semitones whose bands are measured: from an octave under a bass guitar's lowest string to where recordings for pitch end. */
export const LOWEST_BAND_MIDI = 28;
const HIGHEST_BAND_MIDI = 112;
const HIGHEST_SHARE = 0.9;
const SPECTRUM_SECONDS = 0.4;
const SINE_MAGNITUDE = 0.25;
/** Below this a band is silent, in amplitude of a full sine. */
export const SILENCE = 1e-5;

/** Amplitude of the loudest sine in each semitone band, from `LOWEST_BAND_MIDI` up. */
export type SemitoneBands = Float64Array;

/** Measures how loud every semitone is around a moment. */
export class SemitoneMeter {
  readonly #samples: Float32Array;
  readonly #sampleRate: number;
  readonly #fourier: Fourier;
  readonly #frame: Float64Array;
  readonly #power: Float64Array;
  /** First bin of every band, and one past the last. */
  readonly #edges: Int32Array;
  readonly #tapers = new Map<number, Float64Array>();

  /** @param sampleRate in hertz. @param tuningSemitones how far the recording lies above A = 440 Hz. */
  constructor(samples: Float32Array, sampleRate: number, tuningSemitones: number) {
    this.#samples = samples;
    this.#sampleRate = sampleRate;
    this.#fourier = new Fourier(2 ** Math.ceil(Math.log2(SPECTRUM_SECONDS * sampleRate)));
    this.#frame = new Float64Array(this.#fourier.size);
    this.#power = new Float64Array(this.#fourier.size / 2 + 1);
    this.#edges = edgesOf(this.#fourier.size, sampleRate, tuningSemitones);
  }

  get bandCount(): number {
    return this.#edges.length - 1;
  }

  /** @param seconds length of the window, its middle at the moment. */
  measure(middleSeconds: number, seconds: number): SemitoneBands {
    const length = 2 * Math.round((seconds * this.#sampleRate) / 2);
    const taper = this.#taper(length);
    const stretch = stretchOf(
      this.#samples,
      Math.round(middleSeconds * this.#sampleRate - length / 2),
      length,
    );
    this.#frame.fill(0);
    for (let n = 0; n < length; n++) this.#frame[n] = taper[n]! * stretch[n]!;
    this.#fourier.power(this.#frame, this.#power);
    const scale = 1 / (SINE_MAGNITUDE * length) ** 2;
    return Float64Array.from({ length: this.bandCount }, (_, band) => {
      let most = 0;
      for (let bin = this.#edges[band]!; bin < this.#edges[band + 1]!; bin++)
        if (this.#power[bin]! > most) most = this.#power[bin]!;
      return Math.sqrt(most * scale);
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

/** Bands meet half way between their semitones; the lowest are narrower than a bin, and share it with a neighbour. */
function edgesOf(size: number, sampleRate: number, tuningSemitones: number): Int32Array {
  const bins = size / sampleRate;
  const highest = (HIGHEST_SHARE * sampleRate) / 2;
  const edges: number[] = [];
  for (let midi = LOWEST_BAND_MIDI; midi <= HIGHEST_BAND_MIDI + 1; midi++) {
    const hertz = midiToHertz(midi - 0.5 + tuningSemitones);
    if (hertz > highest) break;
    edges.push(Math.round(hertz * bins));
  }
  return Int32Array.from(edges);
}
