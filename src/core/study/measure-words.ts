import type { Part } from '../notation';
import { measureName, sayMeasure, sayMeasures, type Vocabulary, type Words, wordsOf } from '../time';

/** Says measures as they are printed, in the words of a class. */
export interface MeasureWords {
  /** `measure 3`, `the pickup`. */
  one(measureIndex: number): string;
  /** `measures 1, 3 and 5`. */
  several(measureIndexes: readonly number[]): string;
  /** `measure`, `bar`. */
  readonly noun: string;
  /** What else has two names. */
  readonly names: Words;
}

export function measureWords(part: Part, vocabulary: Vocabulary): MeasureWords {
  const noun = measureName(vocabulary);
  const numberOf = (index: number) => part.measures[index]!.number;
  return {
    noun,
    names: wordsOf(vocabulary),
    one: (index) => sayMeasure(numberOf(index), vocabulary),
    several: (indexes) => sayMeasures(indexes.map(numberOf), vocabulary),
  };
}

/** `a quarter note`, `an eighth note`. */
export function withArticle(noun: string): string {
  return `${/^[aeiou]/.test(noun) ? 'an' : 'a'} ${noun}`;
}
