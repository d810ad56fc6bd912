import { sayMeasure, type Vocabulary } from '../time';
import type { MeasureVerdict } from './verdict';

const ORDINALS: Readonly<Record<number, string>> = { 2: 'second', 3: 'third' };

/** A measure as it is printed, and which time it was where it is repeated: `measure 2, the second time`. */
export function sayPlayed(
  { number, pass }: Pick<MeasureVerdict, 'number' | 'pass'>,
  vocabulary: Vocabulary,
): string {
  const name = sayMeasure(number, vocabulary);
  return pass > 1 ? `${name}, the ${ORDINALS[pass] ?? `${pass}th`} time` : name;
}
