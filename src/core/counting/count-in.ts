import { type Line, measureOffset } from '../notation';
import {
  add,
  beatUnit,
  clicksPerMeasure,
  divide,
  measureLength,
  multiply,
  type Rational,
  rational,
  subtract,
  toNumber,
} from '../time';

/** One click of the count-in. */
export interface CountInClick {
  /** The number shown and said, from 1. */
  readonly number: number;
  /** First click of a measure. */
  readonly accented: boolean;
}

export interface CountIn {
  readonly clicks: readonly CountInClick[];
  /** Time from the first click to the first written event. */
  readonly lengthQuarters: Rational;
}

/**
 * One full measure of clicks, and for a pickup those of the started measure too, so that the student comes in
 * on the written beat: two eighths of pickup in 4/4 are counted "1 2 3 4 1 2 3" and enter on 4. Common practice.
 */
export function countIn(line: Line): CountIn {
  const first = line.part.measures[0]!;
  const unit = beatUnit(first.meter).quarters;
  const full = clicksPerMeasure(first.meter);
  const before = measureOffset(first);
  const started = toNumber(divide(before, unit));
  // A pickup that enters after a click still needs that click.
  const clicks = full + Math.ceil(started);
  const lead = subtract(multiply(rational(Math.ceil(started)), unit), before);
  return {
    clicks: Array.from({ length: clicks }, (_, index) => ({
      number: (index % full) + 1,
      accented: index % full === 0,
    })),
    lengthQuarters: subtract(
      add(measureLength(first.meter), multiply(rational(Math.ceil(started)), unit)),
      lead,
    ),
  };
}
