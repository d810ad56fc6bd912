import { capital, listed } from '../base';
import type { NoteBase, NoteValue } from './note-value';
import { type Vocabulary, wordsOf } from './words';

// Common practice: American and British names.
const BASE_NAMES: Readonly<Record<Vocabulary, Readonly<Record<NoteBase, string>>>> = {
  us: { whole: 'whole', half: 'half', quarter: 'quarter', eighth: 'eighth', sixteenth: 'sixteenth' },
  uk: { whole: 'semibreve', half: 'minim', quarter: 'crotchet', eighth: 'quaver', sixteenth: 'semiquaver' },
};
const DOTTED = ['', 'dotted ', 'double-dotted '] as const;

/** As it is said: `dotted quarter`, `dotted crotchet`, `triplet eighth`. */
export function valueName({ base, dots, tuplet }: NoteValue, vocabulary: Vocabulary = 'us'): string {
  return `${tuplet ? `${tuplet} ` : ''}${DOTTED[dots]}${BASE_NAMES[vocabulary][base]}`;
}

/** The name of a note where it could be mistaken for a number or a size: `quarter note`, `crotchet`. */
export function noteName(value: NoteValue, vocabulary: Vocabulary): string {
  return `${valueName(value, vocabulary)}${vocabulary === 'us' ? ' note' : ''}`;
}

/** What lies between two barlines. */
export const measureName = (vocabulary: Vocabulary) => wordsOf(vocabulary).measure;

/** A measure by its printed number: `measure 3`, `the pickup`, `the anacrusis`. */
export function sayMeasure(number: number, vocabulary: Vocabulary): string {
  const words = wordsOf(vocabulary);
  return number === 0 ? `the ${words.pickup}` : `${words.measure} ${number}`;
}

/** Several by their printed numbers, each once: `measures 1, 3 and 5`, `the pickup and measure 2`. */
export function sayMeasures(numbers: readonly number[], vocabulary: Vocabulary): string {
  const words = wordsOf(vocabulary);
  const unique = [...new Set(numbers)].sort((a, b) => a - b);
  if (unique.length === 1) return sayMeasure(unique[0]!, vocabulary);
  const printed = unique.filter((number) => number !== 0);
  const said = `${printed.length === 1 ? words.measure : words.measures} ${listed(printed.map(String))}`;
  return unique[0] === 0 ? `the ${words.pickup} and ${said}` : said;
}

/** At the head of something about one measure: `Measure 3`, `Bar 3`, `Pickup`. */
export function measureHeading(number: number, vocabulary: Vocabulary): string {
  const words = wordsOf(vocabulary);
  return capital(number === 0 ? words.pickup : `${words.measure} ${number}`);
}
