import type { Recipe } from '@/core/recipe';

/** Eight measures that everybody plays; checks change in it what they are about. */
export const PLAIN_RECIPE: Recipe = {
  instrument: 'flute',
  level: 1,
  meter: '4/4',
  measures: 8,
  values: ['quarter', 'half'],
  hasRests: false,
  keyFifths: 0,
  mode: 'major',
  largestLeap: 4,
  signs: [],
  voices: 1,
  bpm: 72,
  often: { rhythms: [], pitches: [] },
};
