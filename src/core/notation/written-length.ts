import { type Rational, sum } from '../time';
import type { LineEvent, Measure } from './line';

/** What the events of a measure's first voice add up to, in quarter notes. */
export function writtenLength(measure: Measure): Rational {
  return lengthOf(measure.events);
}

export function lengthOf(events: readonly LineEvent[]): Rational {
  return sum(events.map((event) => event.quarters));
}
