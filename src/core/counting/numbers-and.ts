// Common practice: "1 & 2 &" for eighths, "1 e & a" for sixteenths, "1 la li" in dotted beats.
import { sayByPlace } from './by-place';
import type { CountingSchool } from './school';

const WORDS = {
  halves: { '¼': 'e', '½': '&', '¾': 'a' },
  thirds: { '⅓': 'la', '⅔': 'li', '1/6': 'ta', '½': 'ta', '5/6': 'ta' },
} as const;

export const NUMBERS_AND: CountingSchool = {
  id: 'numbers-and',
  name: 'Numbers with “and”',
  example: '1 & 2 &, 1 e & a',
  heldAs: 'brackets',
  countsEighths: true,
  say: (event, beat) => sayByPlace(event, beat, WORDS, (number) => `${number + 1}`),
};
