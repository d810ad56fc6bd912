import { add, divide, isInThrees, isInteger, rational, type Tuplet } from '../time';
import type { LineEvent, Measure } from './line';
import { measureOffset } from './written-notes';

/** Neighbours that stand under one small number, or a single event that stands under none. */
export interface TupletGroup {
  readonly tuplet: Tuplet | undefined;
  readonly events: readonly LineEvent[];
}

/**
 * A voice of a measure by its small numbers: each goes on to the next quarter (in meters in threes, the next dotted quarter) that
 * begins together with a note, as beginners' music is printed. Common practice.
 * @example tupletGroups(measure, measure.events) // [{ tuplet: 'triplet', events: [c, d, e] }, { tuplet: undefined, events: [f] }]
 */
export function tupletGroups(measure: Measure, events: readonly LineEvent[]): readonly TupletGroup[] {
  const unit = isInThrees(measure.meter) ? rational(3, 2) : rational(1);
  const groups: { tuplet: Tuplet | undefined; events: LineEvent[] }[] = [];
  let at = measureOffset(measure);
  let isOpen = false;
  for (const event of events) {
    const { tuplet } = event.value;
    const last = groups.at(-1);
    if (isOpen && tuplet && last?.tuplet === tuplet) last.events.push(event);
    else groups.push({ tuplet, events: [event] });
    at = add(at, event.quarters);
    isOpen = tuplet !== undefined && !isInteger(divide(at, unit));
  }
  return groups;
}
