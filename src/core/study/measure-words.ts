import type { Part } from '../notation';
import { measureName, type Vocabulary } from '../time';

/** Says measures as they are printed, in the words of a class. */
export interface MeasureWords {
  /** `measure 3`, `the pickup`. */
  one(measureIndex: number): string;
  /** `measures 1, 3 and 5`. */
  several(measureIndexes: readonly number[]): string;
  /** `measure`, `bar`. */
  readonly noun: string;
}

export function measureWords(part: Part, vocabulary: Vocabulary): MeasureWords {
  const noun = measureName(vocabulary);
  const numberOf = (index: number) => part.measures[index]!.number;
  const one = (index: number) => (numberOf(index) === 0 ? 'the pickup' : `${noun} ${numberOf(index)}`);
  return {
    noun,
    one,
    several(indexes) {
      const unique = [...new Set(indexes)].sort((a, b) => a - b);
      if (unique.length === 1) return one(unique[0]!);
      const hasPickup = unique.some((index) => numberOf(index) === 0);
      const numbers = unique.map(numberOf).filter((number) => number !== 0);
      const said = numbers.length === 1 ? `${noun} ${numbers[0]}` : `${noun}s ${listed(numbers.map(String))}`;
      return hasPickup ? `the pickup and ${said}` : said;
    },
  };
}

/** `1`, `1 and 2`, `1, 2 and 3`. */
export function listed(items: readonly string[]): string {
  return items.length < 2 ? (items[0] ?? '') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`;
}

/** Its first letter large: the beginning of a sentence. */
export function sentence(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** `a quarter note`, `an eighth note`. */
export function withArticle(noun: string): string {
  return `${/^[aeiou]/.test(noun) ? 'an' : 'a'} ${noun}`;
}
