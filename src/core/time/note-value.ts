import { add, compare, multiply, type Rational, rational, subtract } from './rational';

export const NOTE_BASES = ['whole', 'half', 'quarter', 'eighth', 'sixteenth'] as const;
export type NoteBase = (typeof NOTE_BASES)[number];

/** So many notes in the time of so many plain ones of the same value. */
export const TUPLETS = {
  triplet: { notes: 3, inTimeOf: 2 },
  /** In meters whose beats fall into three. */
  duplet: { notes: 2, inTimeOf: 3 },
} as const;
export type Tuplet = keyof typeof TUPLETS;

/** The one with such a ratio, in whatever numbers: six in the time of four are triplets. */
export function maybeTuplet(notes: number, inTimeOf: number): Tuplet | undefined {
  return (Object.keys(TUPLETS) as Tuplet[]).find(
    (name) => TUPLETS[name].notes * inTimeOf === TUPLETS[name].inTimeOf * notes,
  );
}

/** A written note or rest value: a notehead shape, its dots, and the small number over or under it. */
export interface NoteValue {
  readonly base: NoteBase;
  readonly dots: 0 | 1 | 2;
  /** Not there for a plain value. */
  readonly tuplet?: Tuplet | undefined;
}

const QUARTERS: Readonly<Record<NoteBase, Rational>> = {
  whole: rational(4),
  half: rational(2),
  quarter: rational(1),
  eighth: rational(1, 2),
  sixteenth: rational(1, 4),
};

/** Length in quarter notes. Each dot adds half of what the one before it added. */
export function valueLength(value: NoteValue): Rational {
  let added = QUARTERS[value.base];
  let total = added;
  for (let dot = 0; dot < value.dots; dot++) {
    added = multiply(added, rational(1, 2));
    total = add(total, added);
  }
  if (!value.tuplet) return total;
  const { notes, inTimeOf } = TUPLETS[value.tuplet];
  return multiply(total, rational(inTimeOf, notes));
}

/** The single plain value that lasts exactly `quarters`, if there is one. */
export function maybeValueOfLength(quarters: Rational): NoteValue | undefined {
  for (const base of NOTE_BASES) {
    for (const dots of [0, 1, 2] as const) {
      const length = valueLength({ base, dots });
      if (length.numerator === quarters.numerator && length.denominator === quarters.denominator) {
        return { base, dots };
      }
    }
  }
  return undefined;
}

/**
 * Values that together last `quarters`, longest first, each plain or with one dot.
 * @returns undefined when sixteenths cannot fill it.
 */
export function maybeValuesOfLength(quarters: Rational): readonly NoteValue[] | undefined {
  const values: NoteValue[] = [];
  let left = quarters;
  while (left.numerator > 0) {
    const next = maybeLongestValue(left);
    if (!next) return undefined;
    values.push(next);
    left = subtract(left, valueLength(next));
  }
  return values;
}

/** The longest value, plain or with one dot, that is not longer than `quarters`. */
export function maybeLongestValue(quarters: Rational): NoteValue | undefined {
  return FILLING_VALUES.find((value) => compare(valueLength(value), quarters) <= 0);
}

/** Longest first. */
const FILLING_VALUES: readonly NoteValue[] = NOTE_BASES.flatMap((base): NoteValue[] => [
  // A dotted sixteenth would leave a thirty-second behind.
  ...(base === 'sixteenth' ? [] : [{ base, dots: 1 } as const]),
  { base, dots: 0 },
]);
