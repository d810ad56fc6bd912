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
