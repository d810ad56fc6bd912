import { type LineEvent, type Measure, measureOffset } from '../notation';
import { add, beatUnit, divide, isInThrees, rational, toNumber } from '../time';

/**
 * Groups events under beams: eighths and sixteenths within one beat, in 3/8 within the measure, never across a rest. Common practice for
 * beginners' lines.
 */
export function beamGroups(
  measure: Measure,
  events: readonly LineEvent[],
): readonly (readonly LineEvent[])[] {
  const unit = isInThrees(measure.meter) ? rational(3, 2) : beatUnit(measure.meter).quarters;
  const groups: LineEvent[][] = [];
  let offset = measureOffset(measure);
  let openBeat: number | undefined;
  for (const event of events) {
    const beat = Math.floor(toNumber(divide(offset, unit)));
    const isBeamed =
      event.kind === 'note' && (event.value.base === 'eighth' || event.value.base === 'sixteenth');
    if (isBeamed && openBeat === beat) groups.at(-1)!.push(event);
    else groups.push([event]);
    openBeat = isBeamed ? beat : undefined;
    offset = add(offset, event.quarters);
  }
  return groups;
}
