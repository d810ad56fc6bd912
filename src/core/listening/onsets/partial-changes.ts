import { quantile } from '../../base';
import { powerToDb } from '../../signal';
import { FRAME_SECONDS } from '../frame-length';
import { LOUD_QUANTILE } from '../levels';
import { STARTING } from '../model/hearing';
import { meanOverPartials, PARTIAL_STEP_SECONDS, partialLook } from '../pitch/partial-levels';
import type { PartialMeter } from '../pitch/partials';
import type { Segment } from '../segment';
import { ATTACK_SECONDS, END_SECONDS } from './level-changes';

/**
 * When the partials of a tone change at once, in seconds, each for itself: a start that the tone before it covers keeps the
 * level, but hardly the level of each partial.
 * Source: the distance of log spectra as a measure of change, J. P. Bello et al., "A tutorial on onset detection in music
 * signals", IEEE TSAP 13 (2005), section III-B; here of the partials of a known pitch alone.
 */
export function partialChanges({ from, to }: Segment, midi: number, meter: PartialMeter): number[] {
  const first = from * FRAME_SECONDS + ATTACK_SECONDS;
  const steps = Math.floor((to * FRAME_SECONDS - END_SECONDS - first) / PARTIAL_STEP_SECONDS);
  if (steps < 1) return [];
  const { count, powersAt } = partialLook(midi, meter);
  // One step more on either side, so that every moment of the tone has two neighbours.
  const powers = Array.from({ length: steps + 2 }, (_, step) =>
    powersAt(first + (step - 1) * PARTIAL_STEP_SECONDS),
  );
  const partials = Array.from({ length: count }, (_, index) =>
    powers.map((ofStep) => powerToDb(ofStep[index]!)),
  );
  const weighted = meanOverPartials(partials.map((levels) => quantile(levels, LOUD_QUANTILE)));
  const changes = Array.from({ length: steps }, (_, step) =>
    weighted((index) => Math.abs(partials[index]![step + 2]! - partials[index]![step]!)),
  );
  return changes.flatMap((change, step) =>
    change >= STARTING.leastPartialChangeDb &&
    change >= (changes[step - 1] ?? 0) &&
    change > (changes[step + 1] ?? 0)
      ? [first + step * PARTIAL_STEP_SECONDS]
      : [],
  );
}
