import { listed } from '../base';
import type { NoteBase, NoteValue } from './note-value';

/** Two vocabularies are in use; a class picks one. */
export const VOCABULARIES = ['us', 'uk'] as const;
export type Vocabulary = (typeof VOCABULARIES)[number];

// Common practice: American and British names.
const BASE_NAMES: Readonly<Record<Vocabulary, Readonly<Record<NoteBase, string>>>> = {
  us: { whole: 'whole', half: 'half', quarter: 'quarter', eighth: 'eighth', sixteenth: 'sixteenth' },
  uk: { whole: 'semibreve', half: 'minim', quarter: 'crotchet', eighth: 'quaver', sixteenth: 'semiquaver' },
};
const DOTTED = ['', 'dotted ', 'double-dotted '] as const;

/** As it is said: `dotted quarter`, `dotted crotchet`. */
export function valueName({ base, dots }: NoteValue, vocabulary: Vocabulary = 'us'): string {
  return `${DOTTED[dots]}${BASE_NAMES[vocabulary][base]}`;
}

/** What lies between two barlines. */
export function measureName(vocabulary: Vocabulary): 'measure' | 'bar' {
  return vocabulary === 'us' ? 'measure' : 'bar';
}

/** A measure by its printed number: `measure 3`, `the pickup`. */
export function sayMeasure(number: number, vocabulary: Vocabulary): string {
  return number === 0 ? 'the pickup' : `${measureName(vocabulary)} ${number}`;
}

/** Several by their printed numbers, each once: `measures 1, 3 and 5`, `the pickup and measure 2`. */
export function sayMeasures(numbers: readonly number[], vocabulary: Vocabulary): string {
  const unique = [...new Set(numbers)].sort((a, b) => a - b);
  if (unique.length === 1) return sayMeasure(unique[0]!, vocabulary);
  const printed = unique.filter((number) => number !== 0);
  const noun = `${measureName(vocabulary)}${printed.length === 1 ? '' : 's'}`;
  const said = `${noun} ${listed(printed.map(String))}`;
  return unique[0] === 0 ? `the pickup and ${said}` : said;
}
