// Common practice: open strings bound the range below, first position above.
import type { Instrument } from './instrument';

const caution = 'Hands, neck or shoulder hurting? Stop, shake out and rest; tell your teacher if it stays.';
const common = { family: 'strings', caution } as const;

export const STRINGS: readonly Instrument[] = [
  {
    ...common,
    id: 'violin',
    name: 'Violin',
    transpositionSemitones: 0,
    beginnerRange: [55, 83],
    sound: 'sustained',
  },
  {
    ...common,
    id: 'cello',
    name: 'Cello',
    transpositionSemitones: 0,
    beginnerRange: [36, 62],
    sound: 'sustained',
  },
  {
    ...common,
    id: 'guitar',
    name: 'Guitar',
    transpositionSemitones: -12,
    beginnerRange: [40, 67],
    sound: 'plucked',
  },
];
