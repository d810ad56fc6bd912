// Fingering of the practice chanter, from memory.
import { holeChart } from './woodwind-holes';

export const CHANTER = holeChart('Practice chanter, from memory.', [0, 1, 2, 3, 4, 5, 6, 7], {
  G4: 'T 1 2 3 4 5 6 7',
  A4: 'T 1 2 3 4 5 6',
  B4: 'T 1 2 3 4 5',
  'C#5': 'T 1 2 3 4 7',
  D5: 'T 1 2 3 7',
  E5: 'T 1 2 4 5 6',
  'F#5': 'T 1 4 5 6',
  G5: 'T 4 5 6',
  A5: '4 5 6',
});
