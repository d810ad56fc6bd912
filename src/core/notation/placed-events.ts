import { add, type Rational, ZERO } from '../time';
import type { LineEvent } from './line';

/** An event with its place, in quarter notes from where the events begin. */
export interface PlacedEvent {
  readonly event: LineEvent;
  readonly at: Rational;
}

/** The events of a voice one after the other. @param from where the first one begins. */
export function placedEvents(events: readonly LineEvent[], from: Rational = ZERO): readonly PlacedEvent[] {
  let next = from;
  return events.map((event) => {
    const at = next;
    next = add(next, event.quarters);
    return { event, at };
  });
}
