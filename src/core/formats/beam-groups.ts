import { type LineEvent, type Measure, measureOffset, type TupletGroup, tupletGroups } from '../notation';
import { add, beatUnit, divide, isInThrees, rational, toNumber } from '../time';

/**
 * Groups events under beams: eighths and sixteenths within one beat, in 3/8 within the measure, never across a rest nor the edge of a
 * triplet. Common practice for beginners' lines.
 */
export function beamGroups(
  measure: Measure,
  events: readonly LineEvent[],
): readonly (readonly LineEvent[])[] {
  const unit = isInThrees(measure.meter) ? rational(3, 2) : beatUnit(measure.meter).quarters;
  const groups: LineEvent[][] = [];
  let offset = measureOffset(measure);
  let openBeat: number | undefined;
  const tuplets = tupletGroups(measure, events);
  const groupOf = new Map(tuplets.flatMap((group) => group.events.map((event) => [event, group] as const)));
  let before: LineEvent | undefined;
  for (const event of events) {
    const beat = Math.floor(toNumber(divide(offset, unit)));
    const isBeamed =
      event.kind === 'note' && (event.value.base === 'eighth' || event.value.base === 'sixteenth');
    const isInside = before !== undefined && isOfOne(groupOf.get(before)!, groupOf.get(event)!);
    if (isBeamed && openBeat === beat && isInside) groups.at(-1)!.push(event);
    else groups.push([event]);
    openBeat = isBeamed ? beat : undefined;
    before = event;
    offset = add(offset, event.quarters);
  }
  return groups;
}

/** Both plain, or under one small number. */
const isOfOne = (a: TupletGroup, b: TupletGroup) => a === b || (!a.tuplet && !b.tuplet);
