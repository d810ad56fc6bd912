// Common practice: "1 & 2 &" for eighths, "1 e & a" for sixteenths; meters over 8 count their eighths.
import { type LineEvent, measureOffset } from '../notation';
import {
  add,
  compare,
  divide,
  isInteger,
  multiply,
  type Rational,
  rational,
  subtract,
  toNumber,
} from '../time';
import type { CountingSchool, CountLabel } from './school';

/** What is said on each quarter of a counted beat. */
const PARTS_OF_BEAT = ['', 'e', '&', 'a'] as const;

export const NUMBERS_AND: CountingSchool = {
  id: 'numbers-and',
  name: 'Numbers with “and”',
  countMeasure(measure) {
    const unit = rational(4, measure.meter.beatType);
    let at = divide(measureOffset(measure), unit);
    return measure.events.map((event) => {
      const end = add(at, divide(event.quarters, unit));
      const label = labelEvent(event, at, end);
      at = end;
      return label;
    });
  },
};

/** @param from @param to place in the measure, in counted beats from 0. */
function labelEvent(event: LineEvent, from: Rational, to: Rational): CountLabel {
  const held = beatsInside(from, to);
  const start = sayStart(from);
  if (event.kind === 'rest') return { text: [start, ...held].filter(Boolean).join(' '), quiet: true };
  // A tied note is not struck again: its start is held as well.
  const struck = event.tiedFromPrevious ? [] : [start];
  const carried = event.tiedFromPrevious ? [start, ...held] : held;
  const brackets = carried.filter(Boolean).length > 0 ? [`(${carried.filter(Boolean).join(' ')})`] : [];
  return { text: [...struck, ...brackets].filter(Boolean).join(' '), quiet: false };
}

function sayStart(at: Rational): string {
  if (isInteger(at)) return `${toNumber(at) + 1}`;
  const quarters = multiply(subtract(at, rational(Math.floor(toNumber(at)))), rational(4));
  // Finer than a quarter of a beat has no word in this school.
  return isInteger(quarters) ? PARTS_OF_BEAT[toNumber(quarters)]! : '';
}

/** Numbers of the beats that begin strictly inside the event. */
function beatsInside(from: Rational, to: Rational): string[] {
  const numbers: string[] = [];
  for (let beat = Math.floor(toNumber(from)) + 1; compare(rational(beat), to) < 0; beat++)
    numbers.push(`${beat + 1}`);
  return numbers;
}
