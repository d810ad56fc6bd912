import type { Issue } from '../base';
import {
  add,
  compare,
  divide,
  equals,
  measureLength,
  type Rational,
  rational,
  subtract,
  sum,
  toMixedNumber,
} from '../time';
import type { Measure, Part } from './line';

/** What the events of a measure add up to, in quarter notes. */
export function writtenLength(measure: Measure): Rational {
  return sum(measure.events.map((event) => event.quarters));
}

/** The part of the first measure's meter that lies before the first note: 0 unless the line has a pickup. */
export function pickupGap(part: Part): Rational {
  const first = part.measures[0];
  if (first?.number !== 0) return rational(0);
  return subtract(measureLength(first.meter), writtenLength(first));
}

function inBeats(quarters: Rational, measure: Measure): string {
  return toMixedNumber(divide(quarters, rational(4, measure.meter.beatType)));
}

/** Two halves of one measure around a repeat sign add up together. */
function completesNeighbour(part: Part, index: number): boolean {
  const measure = part.measures[index]!;
  const full = measureLength(measure.meter);
  const next = part.measures[index + 1];
  const previous = part.measures[index - 1];
  const atRepeat =
    measure.repeatPlays > 1 || next?.repeatStart || measure.repeatStart || (previous?.repeatPlays ?? 1) > 1;
  return Boolean(
    atRepeat &&
      [next, previous].some(
        (other) => other && equals(add(writtenLength(measure), writtenLength(other)), full),
      ),
  );
}

/**
 * Checks that every measure adds up to its meter, and that a pickup and the last measure complete each other.
 * @returns `wrong`: measures that cannot be counted; `odd`: unusual but readable.
 */
export function checkArithmetic(part: Part): {
  readonly wrong: readonly Issue[];
  readonly odd: readonly Issue[];
} {
  const wrong: Issue[] = [];
  const odd: Issue[] = [];
  const gap = pickupGap(part);
  part.measures.forEach((measure, index) => {
    const full = measureLength(measure.meter);
    const length = writtenLength(measure);
    const order = compare(length, full);
    if (order === 0) return;
    const where = `measure ${measure.number}`;
    const isLast = index === part.measures.length - 1;
    if (order < 0 && (measure.number === 0 || completesNeighbour(part, index))) return;
    if (order < 0 && isLast && gap.numerator !== 0) {
      if (equals(length, gap)) return;
      odd.push({
        code: 'pickup-and-last',
        where,
        message: `The pickup and the last measure together should make one full measure; the last has ${inBeats(length, measure)} beats, ${inBeats(gap, measure)} would complete it.`,
      });
      return;
    }
    wrong.push({
      code: 'measure-length',
      where,
      message: `This measure has ${inBeats(length, measure)} of ${measure.meter.beats} beats. Mend it in the notation program and bring the line in again.`,
    });
  });
  return { wrong, odd };
}
