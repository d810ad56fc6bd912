// Common practice: transpositions from the instruments' names, beginner ranges as first-year books use them.
import type { Instrument } from './instrument';

const caution =
  'Lips tired or dizzy? Stop and rest. Afterwards empty the water and let the instrument dry as its maker says.';
const common = { family: 'brass', sound: 'sustained', caution } as const;

export const BRASS: readonly Instrument[] = [
  { ...common, id: 'trumpet', name: 'Trumpet in B♭', transpositionSemitones: -2, beginnerRange: [54, 79] },
  { ...common, id: 'horn', name: 'Horn in F', transpositionSemitones: -7, beginnerRange: [46, 74] },
  { ...common, id: 'trombone', name: 'Trombone', transpositionSemitones: 0, beginnerRange: [40, 65] },
  { ...common, id: 'tuba', name: 'Tuba', transpositionSemitones: 0, beginnerRange: [28, 55] },
];
