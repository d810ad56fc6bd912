import { clamp } from '../../base';
import { midiToHertz } from '../../pitch';
import type { PartialMeter } from './partials';

/** Partials are followed in such steps, each look so long at least. */
export const PARTIAL_STEP_SECONDS = 0.02;
export const PARTIAL_LOOK_SECONDS = 0.04;
/** A look is never shorter than so many periods, or partials run into each other. */
const LOOK_PERIODS = 3;
export const MOST_PARTIALS = 8;
/** A partial counts the more the louder it is, and nothing from so far below the loudest. */
const COUNTED_BELOW_DB = 35;

/** How the first partials of a pitch are followed. */
export interface PartialLook {
  /** Partials that are looked at. */
  readonly count: number;
  /** How long each look lasts. */
  readonly lookSeconds: number;
  /** Powers around a moment: of the partials, then of what lies at the further multiples that the recording holds. */
  powersAt(seconds: number): readonly number[];
}

/** Looks at up to eight partials of a tone. @param further multiples of the pitch to be looked at as well. */
export function partialLook(midi: number, meter: PartialMeter, further: readonly number[] = []): PartialLook {
  const hertz = midiToHertz(midi);
  const reach = meter.highestHertz / hertz;
  const lookSeconds = Math.max(PARTIAL_LOOK_SECONDS, LOOK_PERIODS / hertz);
  const count = clamp(Math.floor(reach), 1, MOST_PARTIALS);
  const multiples = [
    ...Array.from({ length: count }, (_, index) => index + 1),
    ...further.filter((multiple) => multiple < reach),
  ];
  const places = multiples.map((multiple) => multiple * hertz);
  return { count, lookSeconds, powersAt: (seconds) => meter.powersNear(places, seconds, lookSeconds) };
}

/** A mean over partials in which the loud ones count. @param topsDb the usual level of each. */
export function meanOverPartials(topsDb: readonly number[]): (of: (index: number) => number) => number {
  const loudest = Math.max(...topsDb);
  const weights = topsDb.map((top) => Math.max(0, 1 - (loudest - top) / COUNTED_BELOW_DB));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return (of) => weights.reduce((sum, weight, index) => sum + (weight * of(index)) / total, 0);
}
