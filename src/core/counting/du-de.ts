// Common practice: syllables by their function in the beat. "du de", "du ta de ta"; in dotted beats "du da di".
import { sayByPlace } from './by-place';
import type { CountingSchool } from './school';
import { SILENCE } from './silence';

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
  say(event, beat) {
    const { start, held } = sayByPlace(event, beat, WORDS, () => 'du');
    if (event.event.kind === 'rest') return { start: SILENCE, held: held.map(() => SILENCE) };
    return { start, held: held.map(() => start.at(-1) ?? '') };
  },
};
