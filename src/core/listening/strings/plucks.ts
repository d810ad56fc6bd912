import { clamp, LIKELIER_THAN_NOT, probabilityOf } from '../../base';
import { midiToHertz } from '../../pitch';
import { amplitudeToDb, SINE_MAGNITUDE, vertex, WindowedSpectrum } from '../../signal';
import { FRAME_SECONDS, toFrames } from '../frame-length';
import type { Frames } from '../frames';
import { loudest } from '../levels';
import { STRINGS } from '../model/hearing';
import { PLUCKS } from '../model/plucks';
import { DIP_SIDE_SECONDS } from '../onsets/level-dips';
import { MOST_PARTIALS } from '../pitch/partial-levels';
import { TUNING_PARTIALS } from '../pitch/partials';
import type { Pluck } from '../sounding-event';
import { HIGHEST_STRING_MIDI, LOWEST_STRING_MIDI, SPECTRUM_SECONDS } from '../together/semitone-spectra';
import { newnessPeaks, STRING_FELT_AFTER_SECONDS } from './newness';

/** What sounds just before and just after a pluck: long enough to part its partials, its attack left out. */
const LOOK_SECONDS = 0.1;
const BESIDE_SECONDS = 0.06;
/** What may be the pitch is within a semitone of it. */
const SAME_SEMITONES = 1;

/** Weaker signs of a pluck are no facts. */
const LEAST_STRENGTH = 0.1;

/** A moment at which the spectrum rises, the pitch that is new there, and what tells whether it was plucked. */
export interface PossiblePluck extends Pick<Pluck, 'onsetSeconds' | 'midi' | 'pitchMargin' | 'levelDb'> {
  readonly features: PluckFeatures;
}

/** Names of what tells a pluck: those that the model in `model/plucks.json` asks for. */
export const PLUCK_FEATURES = ['height', 'riseDb', 'pitchMargin', 'belowPeakDb'] as const;
/**
 * How high the spectrum rises beside the highest rise of the recording; how far the partials of the pitch rise; how far it stands out
 * of the next likely pitch, as a ratio; how far they lie under the loudest of the recording.
 */
export type PluckFeatures = Readonly<Record<(typeof PLUCK_FEATURES)[number], number>>;

/**
 * The moments at which something may have been plucked or struck in a recording whose strings ring into each other: wherever the
 * spectrum rises, the pitch whose partials are new. Source: half-wave rectified difference of two spectra, and the sum of its partials as
 * salience, after A. Klapuri, "Multiple fundamental frequency estimation by summing harmonic amplitudes", ISMIR 2006; departs from
 * it in that amplitudes are compressed and nothing but what is new is looked at, so that one pitch is meant at a time.
 * @param sampleRate in hertz, of `samples`.
 */
export function possiblePlucks(
  samples: Float32Array,
  sampleRate: number,
  { peakDb }: Frames,
): readonly PossiblePluck[] {
  const meter = new DifferenceMeter(samples, sampleRate);
  return newnessPeaks(samples, sampleRate, peakDb).map(({ seconds, height }) => {
    const onsetSeconds = seconds + STRING_FELT_AFTER_SECONDS;
    const { riseDb, ...found } = meter.newPitchAt(onsetSeconds);
    const { pitchMargin, levelDb } = found;
    return {
      onsetSeconds,
      ...found,
      features: { height, riseDb, pitchMargin, belowPeakDb: peakDb - levelDb },
    };
  });
}

/** Finds what is plucked or struck in such a recording, as likely as it is. */
export function findPlucks(samples: Float32Array, sampleRate: number, frames: Frames): readonly Pluck[] {
  const plucks = possiblePlucks(samples, sampleRate, frames).flatMap(({ features, ...found }) => {
    const startStrength = probabilityOf(features, PLUCKS);
    return startStrength >= LEAST_STRENGTH ? [{ startStrength, ...found }] : [];
  });
  // From the end, so that the next sure one is always at hand.
  let nextSeconds: number | undefined;
  const ended = plucks.toReversed().map((pluck): Pluck => {
    const endSeconds = endOf(pluck.onsetSeconds, nextSeconds, frames);
    if (pluck.startStrength >= LIKELIER_THAN_NOT) nextSeconds = pluck.onsetSeconds;
    return { kind: 'pluck', ...pluck, endSeconds };
  });
  return ended.reverse();
}

/** When a string was damped, or the next one plucked. */
function endOf(onsetSeconds: number, nextSeconds: number | undefined, { levelDb, count }: Frames): number {
  const from = Math.min(count - 1, Math.floor(onsetSeconds / FRAME_SECONDS));
  const last = Math.min(count, nextSeconds === undefined ? count : Math.round(nextSeconds / FRAME_SECONDS));
  const damped = loudest(levelDb, from, from + toFrames(DIP_SIDE_SECONDS)) - STRINGS.dampedDb;
  let frame = Math.min(last, from + toFrames(DIP_SIDE_SECONDS));
  while (frame < last && levelDb[frame]! >= damped) frame++;
  return Math.max(
    onsetSeconds + FRAME_SECONDS,
    Math.min(frame * FRAME_SECONDS, nextSeconds ?? Number.POSITIVE_INFINITY),
  );
}

/** Spectra before and after a moment, and what is new in the latter. */
class DifferenceMeter {
  readonly #spectrum: WindowedSpectrum;
  /** Of a look, in samples. */
  readonly #length: number;
  readonly #before: Float64Array;
  readonly #after: Float64Array;
  readonly #fresh: Float64Array;

  constructor(samples: Float32Array, sampleRate: number) {
    this.#spectrum = new WindowedSpectrum(samples, sampleRate, SPECTRUM_SECONDS);
    this.#length = Math.round(LOOK_SECONDS * sampleRate);
    const bins = this.#spectrum.power.length;
    this.#before = new Float64Array(bins);
    this.#after = new Float64Array(bins);
    this.#fresh = new Float64Array(bins);
  }

  /** The pitch of what is new at a moment, how far it stands out of the next likely one, and how far its partials rose. */
  newPitchAt(seconds: number) {
    this.#magnitudes(seconds - BESIDE_SECONDS, this.#before);
    this.#magnitudes(seconds + BESIDE_SECONDS, this.#after);
    for (let bin = 0; bin < this.#fresh.length; bin++)
      this.#fresh[bin] = Math.max(0, this.#after[bin]! - this.#before[bin]!);
    const saliences = Array.from({ length: HIGHEST_STRING_MIDI - LOWEST_STRING_MIDI + 1 }, (_, index) =>
      this.#salience(midiToHertz(LOWEST_STRING_MIDI + index)),
    );
    const best = saliences.indexOf(Math.max(...saliences));
    const next = Math.max(...saliences.filter((_, index) => Math.abs(index - best) > SAME_SEMITONES));
    const midi = LOWEST_STRING_MIDI + best;
    let [after, before] = [0, 0];
    for (const [from, to] of this.#places(midiToHertz(midi), TUNING_PARTIALS)) {
      after += highest(this.#after, from, to) ** 2;
      before += highest(this.#before, from, to) ** 2;
    }
    return {
      midi: this.#tuned(midi),
      pitchMargin: next > 0 ? saliences[best]! / next : 1,
      riseDb: 10 * Math.log10((after + 1e-20) / (before + 1e-20)),
      levelDb: amplitudeToDb(Math.sqrt(after) / Math.SQRT2),
    };
  }

  /** Amplitudes of the sines around a moment. */
  #magnitudes(middleSeconds: number, into: Float64Array): void {
    const power = this.#spectrum.takeAround(middleSeconds, this.#length);
    for (let bin = 0; bin < into.length; bin++)
      into[bin] = Math.sqrt(power[bin]!) / (SINE_MAGNITUDE * this.#length);
  }

  /** Where the partials of a pitch lie, as bins, both ends inclusive. */
  #places(hertz: number, partials: number): (readonly [from: number, to: number])[] {
    const { binsPerHertz: bins, highestHertz } = this.#spectrum;
    const places: [number, number][] = [];
    for (let partial = 1; partial <= partials; partial++) {
      const place = partial * hertz;
      if (place > highestHertz) break;
      const reach = Math.max(STRINGS.reachShare * place, STRINGS.leastReachHertz);
      places.push([Math.floor((place - reach) * bins), Math.ceil((place + reach) * bins)]);
    }
    return places;
  }

  #salience(hertz: number): number {
    return this.#places(hertz, MOST_PARTIALS).reduce(
      (sum, [from, to], index) =>
        sum + STRINGS.partialWeight ** index * highest(this.#fresh, from, to) ** STRINGS.compression,
      0,
    );
  }

  /** The pitch that the low partials agree on, the stronger the more they count. */
  #tuned(midi: number): number {
    const hertz = midiToHertz(midi);
    let [sum, weights] = [0, 0];
    this.#places(hertz, TUNING_PARTIALS).forEach(([from, to], index) => {
      let peak = from;
      for (let bin = from; bin <= to; bin++) if (this.#fresh[bin]! > this.#fresh[peak]!) peak = bin;
      const [left, middle, right] = [-1, 0, 1].map((shift) => Math.log(this.#fresh[peak + shift]! + 1e-12));
      const top = peak + clamp(vertex(left!, middle!, right!).shift, -1, 1);
      const weight = Math.sqrt(this.#fresh[peak]!);
      sum += weight * 12 * Math.log2(top / (this.#spectrum.binsPerHertz * (index + 1) * hertz));
      weights += weight;
    });
    return weights === 0 ? midi : midi + sum / weights;
  }
}

function highest(values: Float64Array, from: number, to: number): number {
  let most = 0;
  for (let at = from; at <= to; at++) if (values[at]! > most) most = values[at]!;
  return most;
}
