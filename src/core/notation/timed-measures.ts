import { add, type Rational, ZERO } from '../time';
import type { Line } from './line';
import { type PerformedMeasure, performedOrder } from './performed-order';
import { writtenLength } from './written-length';

/** One measure of the performed order with its place in time. */
export interface TimedMeasure extends PerformedMeasure {
  readonly index: number;
  readonly onsetQuarters: Rational;
  readonly lengthQuarters: Rational;
}

/** The performed measures one after the other. */
export function timedMeasures(line: Line): readonly TimedMeasure[] {
  let onset = ZERO;
  return performedOrder(line.part).map((performed, index) => {
    const lengthQuarters = writtenLength(performed.measure);
    const timed = { ...performed, index, onsetQuarters: onset, lengthQuarters };
    onset = add(onset, lengthQuarters);
    return timed;
  });
}
