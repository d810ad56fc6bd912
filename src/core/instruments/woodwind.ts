// Common practice: transpositions from the instruments' names, beginner ranges as first-year books use them.
import type { Instrument } from './instrument';

const caution =
  'Feeling dizzy? Stop and rest. Afterwards empty, dry and air the instrument as its maker says.';
const common = { family: 'woodwind', sound: 'sustained', caution } as const;

export const WOODWIND: readonly Instrument[] = [
  { ...common, id: 'flute', name: 'Flute', transpositionSemitones: 0, beginnerRange: [60, 86] },
  { ...common, id: 'oboe', name: 'Oboe', transpositionSemitones: 0, beginnerRange: [58, 84] },
  { ...common, id: 'clarinet', name: 'Clarinet in B♭', transpositionSemitones: -2, beginnerRange: [50, 82] },
  {
    ...common,
    id: 'alto-sax',
    name: 'Alto saxophone in E♭',
    transpositionSemitones: -9,
    beginnerRange: [49, 80],
  },
  {
    ...common,
    id: 'soprano-recorder',
    name: 'Soprano recorder',
    transpositionSemitones: 12,
    beginnerRange: [72, 98],
  },
];
