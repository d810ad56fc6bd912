import { beatUnit, type Meter } from './meter';
import {
  maybeLongestValue,
  maybeValueOfLength,
  maybeValuesOfLength,
  NOTE_BASES,
  type NoteValue,
  valueLength,
} from './note-value';
import {
  add,
  compare,
  divide,
  equals,
  isInteger,
  minimum,
  multiply,
  type Rational,
  rational,
  subtract,
} from './rational';

/**
 * Rests that together last `length`, split so that every beat stays visible: a rest never begins off the beat and
 * runs over the next one, and a long one begins where a note of its value would.
 * @param from quarter notes from the start of the full measure.
 * @returns in time order; undefined when neither sixteenths nor triplets can fill it.
 */
export function maybeRestValues(
  meter: Meter,
  from: Rational,
  length: Rational,
): readonly NoteValue[] | undefined {
  return split(from, length, (at, left) => {
    if (isInThirds(at) || isInThirds(left)) return maybePieceInThirds(at, left);
    const toBeat = quartersToNextBeat(meter, at);
    if (toBeat.numerator > 0) return shortestFirst(minimum(toBeat, left));
    const unit = beatUnit(meter).quarters;
    if (compare(left, unit) < 0) return maybeValuesOfLength(left);
    const long = NOTE_BASES.map((base): NoteValue => ({ base, dots: 0 })).find((value) => {
      const quarters = valueLength(value);
      return compare(quarters, left) <= 0 && compare(quarters, unit) >= 0 && isInteger(divide(at, quarters));
    });
    const beat = maybeValueOfLength(unit);
    return unit.numerator === 3 ? beat && [beat] : long && [long];
  });
}

/**
 * Values to be tied together for a note that lasts `length`: one where there is one, else split at the beat.
 * @param from quarter notes from the start of the full measure.
 * @returns in time order; undefined when neither sixteenths nor triplets can fill it.
 */
export function maybeTiedValues(
  meter: Meter,
  from: Rational,
  length: Rational,
): readonly NoteValue[] | undefined {
  return split(from, length, (at, left) => {
    if (isInThirds(at) || isInThirds(left)) return maybePieceInThirds(at, left);
    const whole = maybeValueOfLength(left);
    if (whole && whole.dots < 2) return [whole];
    const toBeat = quartersToNextBeat(meter, at);
    if (toBeat.numerator > 0 && compare(toBeat, left) < 0) return shortestFirst(toBeat);
    const longest = maybeLongestValue(left);
    return longest && [longest];
  });
}

function split(
  from: Rational,
  length: Rational,
  next: (at: Rational, left: Rational) => readonly NoteValue[] | undefined,
): readonly NoteValue[] | undefined {
  const values: NoteValue[] = [];
  let left = length;
  while (left.numerator > 0) {
    const at = subtract(length, left);
    const found = next(add(from, at), left);
    if (!found || found.length === 0) return undefined;
    values.push(...found);
    for (const value of found) left = subtract(left, valueLength(value));
  }
  return values;
}

const isInThirds = ({ denominator }: Rational) => denominator % 3 === 0;

const TRIPLET_VALUES: readonly NoteValue[] = (['quarter', 'eighth'] as const).map((base) => ({
  base,
  dots: 0,
  tuplet: 'triplet',
}));

/** What stands under the small number of a triplet, which ends with a quarter; before it, whole quarters. */
function maybePieceInThirds(at: Rational, left: Rational): readonly NoteValue[] | undefined {
  const whole = TRIPLET_VALUES.find((value) => equals(valueLength(value), left));
  if (whole) return [whole];
  const quarters = rational(Math.floor(left.numerator / left.denominator));
  if (isInteger(at) && quarters.numerator > 0) return maybeValuesOfLength(quarters);
  const toQuarter = subtract(rational(Math.floor(at.numerator / at.denominator) + 1), at);
  const piece = minimum(toQuarter, left);
  if (!isInThirds(piece)) return shortestFirst(piece);
  const value = TRIPLET_VALUES.find((one) => equals(valueLength(one), piece));
  return value && [value];
}

function shortestFirst(length: Rational): readonly NoteValue[] | undefined {
  return maybeValuesOfLength(length)?.toReversed();
}

/** 0 on a beat. */
function quartersToNextBeat(meter: Meter, at: Rational): Rational {
  const unit = beatUnit(meter).quarters;
  const beats = divide(at, unit);
  const next = Math.ceil(beats.numerator / beats.denominator);
  return subtract(multiply(rational(next), unit), at);
}
