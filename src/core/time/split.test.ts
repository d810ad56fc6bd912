import { createRandom } from '../base';
import {
  add,
  beatUnit,
  compare,
  divide,
  isInteger,
  maybeRestValues,
  maybeTiedValues,
  measureLength,
  meter,
  type NoteValue,
  type Rational,
  rational,
  subtract,
  sum,
  toNumber,
  valueLength,
  valueName,
} from '.';

const names = (values: readonly NoteValue[] | undefined) => values?.map((value) => valueName(value));

// Common practice: rests show the beats.
test.each([
  ['4/4', 0, 4, ['whole']],
  ['4/4', 1, 3, ['quarter', 'half']],
  ['4/4', 2, 2, ['half']],
  ['4/4', 0.5, 1.5, ['eighth', 'quarter']],
  ['4/4', 1.75, 2.25, ['sixteenth', 'half']],
  ['3/4', 1, 2, ['quarter', 'quarter']],
  ['6/8', 0, 3, ['dotted quarter', 'dotted quarter']],
  ['6/8', 0.5, 1, ['quarter']],
  ['2/2', 2, 2, ['half']],
] as const)('in %s, from %d for %d quarters the rests are %j', (name, from, length, expected) => {
  const [beats, beatType] = name.split('/').map(Number);
  const inMeter = meter(beats!, beatType!);
  expect(names(maybeRestValues(inMeter, rational(from * 4, 4), rational(length * 4, 4)))).toEqual(expected);
});

test.each([
  ['4/4', 0, 3, ['dotted half']],
  ['4/4', 0, 2.5, ['half', 'eighth']],
  ['4/4', 0.5, 2.5, ['eighth', 'half']],
  ['4/4', 0, 1.25, ['quarter', 'sixteenth']],
  ['6/8', 0, 2.5, ['half', 'eighth']],
] as const)('in %s, a note from %d for %d quarters is written as %j', (name, from, length, expected) => {
  const [beats, beatType] = name.split('/').map(Number);
  const inMeter = meter(beats!, beatType!);
  expect(names(maybeTiedValues(inMeter, rational(from * 4, 4), rational(length * 4, 4)))).toEqual(expected);
});

describe.each(['2/4', '3/4', '4/4', '2/2', '3/8', '6/8', '9/8', '12/8'])('in %s', (name) => {
  const [beats, beatType] = name.split('/').map(Number);
  const inMeter = meter(beats!, beatType!);
  const sixteenths = 4 * toNumber(measureLength(inMeter));
  const stretches = Array.from({ length: sixteenths }, (_, from) =>
    Array.from(
      { length: sixteenths - from },
      (_, more) => [rational(from, 4), rational(more + 1, 4)] as const,
    ),
  ).flat();

  test('values add up to the stretch, wherever it lies', () => {
    for (const [from, length] of stretches) {
      for (const values of [maybeRestValues(inMeter, from, length), maybeTiedValues(inMeter, from, length)])
        expect(sum(values!.map(valueLength))).toEqual(length);
    }
  });

  test('no rest begins off the beat and runs over the next', () => {
    const unit = beatUnit(inMeter).quarters;
    for (const [from, length] of stretches) {
      let at: Rational = from;
      for (const value of maybeRestValues(inMeter, from, length)!) {
        const isOnBeat = isInteger(divide(at, unit));
        const beat = Math.floor(toNumber(divide(at, unit)) + 1);
        const toBeat = subtract(rational(beat * unit.numerator, unit.denominator), at);
        if (!isOnBeat) expect(compare(valueLength(value), toBeat)).toBeLessThanOrEqual(0);
        at = add(at, valueLength(value));
      }
    }
  });
});

test('what sixteenths cannot fill is told, not guessed', () => {
  const random = createRandom(3);
  for (let n = 0; n < 50; n++) {
    const odd = rational(2 * random.integer(0, 20) + 1, 12);
    if (isInteger(divide(odd, rational(1, 4)))) continue;
    expect(maybeRestValues(meter(4, 4), rational(0), odd)).toBeUndefined();
  }
});
