import { FEWEST_ALIKE, median, quantile } from '../../base';
import type { HeardTone } from '../heard';
import { STRINGS } from '../model/hearing';

/** Of a string's notes nearly all fade; a singer's may sink as fast, but not so many of them. */
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
  if (median(fades) < STRINGS.fadingDbPerSecond) return false;
  return quantile(fades, SLOWEST_SHARE) >= STRINGS.slowestFadingDbPerSecond || undefined;
}

/** How fast the longer notes fall, in dB a second. */
function fadesOf(tones: readonly HeardTone[]): readonly number[] {
  return tones
    .filter((tone) => tone.endSeconds - tone.onsetSeconds >= LONG_ENOUGH_TO_FADE_SECONDS)
    .map((tone) => tone.fadeDbPerSecond);
}
