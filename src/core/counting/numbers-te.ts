// Common practice: "1 te 2 te" for eighths, "1 ta te ta" for sixteenths, "1 la li" in dotted beats.
import { sayByPlace } from './by-place';
import type { CountingSchool } from './school';

const WORDS = {
  halves: { '¼': 'ta', '½': 'te', '¾': 'ta' },
  thirds: { '⅓': 'la', '⅔': 'li', '1/6': 'ta', '½': 'ta', '5/6': 'ta' },
} as const;

export const NUMBERS_TE: CountingSchool = {
  id: 'numbers-te',
  name: 'Numbers with “te”',
  example: '1 te 2 te, 1 ta te ta',
  heldAs: 'brackets',
  countsEighths: true,
  say: (event, beat) => sayByPlace(event, beat, WORDS, (number) => `${number + 1}`),
};
