// Syllables by their place in the beat, each place with its own. Source (from memory): R. Hoffman, W. Pelto, J. W. White,
// "Takadimi: A Beat-Oriented System of Rhythm Pedagogy", Journal of Music Theory Pedagogy 10 (1996): "ta ka di mi" for the
// quarters of a simple beat, "ta va ki di da ma" for the sixths of a compound one; what is held keeps its vowel.
import { sayByPlace } from './by-place';
import { heldOnVowel } from './held-vowel';
import type { CountingSchool } from './school';

const WORDS = {
  halves: { '¼': 'ka', '½': 'di', '¾': 'mi' },
  thirds: { '1/6': 'va', '⅓': 'ki', '½': 'di', '⅔': 'da', '5/6': 'ma' },
} as const;

export const TAKADIMI: CountingSchool = {
  id: 'takadimi',
  name: 'ta-ka-di-mi',
  example: 'ta di, ta ka di mi',
  heldAs: 'vowels',
  countsEighths: false,
  say: (event, beat) =>
    heldOnVowel(
      event,
      sayByPlace(event, beat, WORDS, () => 'ta'),
    ),
};
