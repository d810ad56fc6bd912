import { hertzToMidi, midiToHertz } from '../../pitch';
import { Fourier, stretchOf, vertex } from '../../signal';
import { PITCH } from '../model/hearing';

/** The shelf's instruments sound from 41 Hz (double bass E1) to 4.2 kHz (piccolo). */
const LOWEST_HERTZ = 40;
const HIGHEST_HERTZ = 4300;
/** Two periods of the lowest pitch fit into the window. */
const WINDOW_SECONDS = 0.05;
/** How many peaks of a frame are worth remembering. */
export const CANDIDATES_PER_FRAME = 5;

/** How believable a peak is as the pitch: its height, less for every octave down. */
export function plausibility(height: number, midi: number): number {
  return height - (PITCH.octaveDownHeight * (108 - midi)) / 12;
}

/** The frame's possible pitches, in fixed-size arrays: an empty place has height 0. */
export interface PitchCandidates {
  /** MIDI with cents. */
  readonly midi: Float64Array;
  /** Height of the peak, 0–1: how well the sound repeats at this period. */
  readonly height: Float64Array;
}

/**
 * Normalised square difference pitch detector.
 * Source: P. McLeod, G. Wyvill, "A smarter way to find pitch", ICMC 2005, sections 4–6.
 */
export class PitchDetector {
  readonly #sampleRate: number;
  readonly #size: number;
  readonly #fourier: Fourier;
  readonly #frame: Float64Array;
  readonly #nsdf: Float64Array;

  /** @param sampleRate in hertz. @param lowestMidi where nothing lower can be the player's. */
  constructor(sampleRate: number, lowestMidi?: number) {
    this.#sampleRate = sampleRate;
    this.#size = Math.round(WINDOW_SECONDS * sampleRate);
    this.#fourier = new Fourier(2 ** Math.ceil(Math.log2(this.#size * 1.5)));
    this.#frame = new Float64Array(this.#fourier.size);
    const lowestHertz = Math.max(LOWEST_HERTZ, lowestMidi === undefined ? 0 : midiToHertz(lowestMidi));
    // A peak is looked at closely with what lies on both sides of it.
    this.#nsdf = new Float64Array(Math.ceil(sampleRate / lowestHertz) + SINC_HALF_WIDTH + 2);
  }

  /** Samples on each side of the middle that are looked at, at most. */
  get reach(): number {
    return (this.#size >> 1) + 1;
  }

  /**
   * @param middle sample index at the middle of the window.
   * @param at first place of the frame in `into`; `CANDIDATES_PER_FRAME` places are written.
   */
  detect(samples: Float32Array, middle: number, into: PitchCandidates, at: number): void {
    this.#frame.set(stretchOf(samples, middle - (this.#size >> 1), this.#size));
    this.#computeNsdf();
    this.#pickPeaks(into, at);
  }

  /** n(τ) = 2 r(τ) / m(τ), equations (7)–(9). */
  #computeNsdf(): void {
    const nsdf = this.#nsdf;
    const frame = this.#frame;
    this.#fourier.autocorrelation(frame, nsdf);
    let m = 2 * nsdf[0]!;
    for (let lag = 0; lag < nsdf.length; lag++) {
      nsdf[lag] = m > 1e-9 ? (2 * nsdf[lag]!) / m : 0;
      const head = frame[lag]!;
      const tail = frame[this.#size - 1 - lag]!;
      m -= head * head + tail * tail;
    }
  }

  /** The key maxima (section 5), most plausible first. */
  #pickPeaks(into: PitchCandidates, at: number): void {
    const nsdf = this.#nsdf;
    const shortest = Math.max(2, Math.floor(this.#sampleRate / HIGHEST_HERTZ));
    let lag = 1;
    while (lag < nsdf.length && nsdf[lag]! > 0) lag++;
    let highest = 0;
    for (let later = lag; later < nsdf.length; later++) if (nsdf[later]! > highest) highest = nsdf[later]!;
    const least = Math.max(PITCH.lowestHeight, PITCH.worthALook * highest);
    while (lag < nsdf.length - 1) {
      while (lag < nsdf.length - 1 && nsdf[lag]! <= 0) lag++;
      let peak = lag;
      for (; lag < nsdf.length - 1 && nsdf[lag]! > 0; lag++) if (nsdf[lag]! > nsdf[peak]!) peak = lag;
      const isPeak = peak >= shortest && peak < nsdf.length - 1 && nsdf[peak]! >= nsdf[peak + 1]!;
      if (isPeak && nsdf[peak]! >= least) this.#insert(peak, into, at);
    }
  }

  /** Refines a peak and sorts it in. */
  #insert(peak: number, into: PitchCandidates, at: number): void {
    const { shift, height } = refinePeak(this.#nsdf, peak);
    const midi = hertzToMidi(this.#sampleRate / (peak + shift));
    const goesBefore = (place: number) =>
      into.height[place] === 0 ||
      plausibility(into.height[place]!, into.midi[place]!) < plausibility(height, midi);
    let place = at + CANDIDATES_PER_FRAME - 1;
    if (!goesBefore(place)) return;
    for (; place > at && goesBefore(place - 1); place--) {
      into.height[place] = into.height[place - 1]!;
      into.midi[place] = into.midi[place - 1]!;
    }
    into.height[place] = height;
    into.midi[place] = midi;
  }
}

/** Peaks at shorter lags than this are narrower than a parabola through three samples can follow. */
const FINE_BELOW_LAG = 32;
/** Steps between two samples in which a narrow peak is looked for. */
const FINE_STEPS = 8;
const SINC_HALF_WIDTH = 8;

/** Weights that interpolate between samples: a Hann-windowed sinc, one row for each step of −½…½. */
const SINC_ROWS: readonly Float64Array[] = Array.from({ length: FINE_STEPS + 1 }, (_, step) => {
  const shift = step / FINE_STEPS - 0.5;
  return Float64Array.from({ length: 2 * SINC_HALF_WIDTH + 1 }, (__, tap) => {
    const x = shift - (tap - SINC_HALF_WIDTH);
    const sinc = x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
    return sinc * (0.5 + 0.5 * Math.cos((Math.PI * x) / (SINC_HALF_WIDTH + 1)));
  });
});

/**
 * Place and height of a peak between samples.
 * @param lag of the highest sample. @returns shift in samples from it, and height, at most 1.
 */
function refinePeak(nsdf: Float64Array, lag: number): { readonly shift: number; readonly height: number } {
  if (lag >= FINE_BELOW_LAG) {
    const { shift, height } = vertex(nsdf[lag - 1]!, nsdf[lag]!, nsdf[lag + 1]!);
    return { shift, height: Math.min(1, height) };
  }
  // The function is even, so samples left of lag 0 mirror those right of it.
  const fine = SINC_ROWS.map((row) =>
    row.reduce((sum, weight, tap) => sum + weight * nsdf[Math.abs(lag + tap - SINC_HALF_WIDTH)]!, 0),
  );
  let best = 1;
  for (let step = 1; step < FINE_STEPS; step++) if (fine[step]! > fine[best]!) best = step;
  const { shift, height } = vertex(fine[best - 1]!, fine[best]!, fine[best + 1]!);
  return { shift: (best + shift) / FINE_STEPS - 0.5, height: Math.min(1, height) };
}
