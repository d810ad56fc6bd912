import { add, multiply, type Rational, rational } from './rational';

export const NOTE_BASES = ['whole', 'half', 'quarter', 'eighth', 'sixteenth'] as const;
export type NoteBase = (typeof NOTE_BASES)[number];

/** A written note or rest value: a notehead shape and its dots. */
export interface NoteValue {
  readonly base: NoteBase;
  readonly dots: 0 | 1 | 2;
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
  return total;
}

/** The single written value that lasts exactly `quarters`, if there is one. */
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
