// Common practice: syllables by their function in the beat. "du de", "du ta de ta"; in dotted beats "du da di".
import { sayByPlace } from './by-place';
import { heldOnVowel } from './held-vowel';
import type { CountingSchool } from './school';

const WORDS = {
  halves: { '¼': 'ta', '½': 'de', '¾': 'ta' },
  thirds: { '⅓': 'da', '⅔': 'di', '1/6': 'ta', '½': 'ta', '5/6': 'ta' },
} as const;

export const DU_DE: CountingSchool = {
  id: 'du-de',
  name: 'du / du-de',
  example: 'du de, du ta de ta',
  heldAs: 'vowels',
  countsEighths: false,
  say: (event, beat) =>
    heldOnVowel(
      event,
      sayByPlace(event, beat, WORDS, () => 'du'),
    ),
};
