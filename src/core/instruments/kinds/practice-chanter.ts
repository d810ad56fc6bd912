// Common practice; the fingering of the practice chanter from memory.
import { holeChart } from '../charts/hole-chart';
import { defineInstrument } from '../instrument';
import { WOODWIND } from './families';
import { OBOE } from './oboe';

export const PRACTICE_CHANTER = defineInstrument({
  ...WOODWIND,
  id: 'practice-chanter',
  repeatsBy: 'grace-notes',
  name: 'Bagpipe practice chanter',
  otherNames: ['practice chanter', 'chanter', 'bagpipe', 'bagpipes'],
  // Its A lies about a half step above concert A, and an octave below the pipes the notes are written for.
  transpositionSemitones: -11,
  // Common practice: makers' chanters lie from a little to one and a half half steps above concert pitch.
  tuningRangeCents: [-80, 65],
  ranges: { 1: ['A4', 'E5'], 2: ['G4', 'A5'], 3: ['G4', 'A5'] },
  onlyNotes: ['G4', 'A4', 'B4', 'C#5', 'D5', 'E5', 'F#5', 'G5', 'A5'],
  chart: holeChart('Practice chanter, from memory.', [0, 1, 2, 3, 4, 5, 6, 7], {
    G4: 'T 1 2 3 4 5 6 7',
    A4: 'T 1 2 3 4 5 6',
    B4: 'T 1 2 3 4 5',
    'C#5': 'T 1 2 3 4 7',
    D5: 'T 1 2 3 7',
    E5: 'T 1 2 4 5 6',
    'F#5': 'T 1 4 5 6',
    G5: 'T 4 5 6',
    A5: '4 5 6',
  }),
  bank: 'bagpipe',
  timbre: { ...OBOE.timbre, vibratoCents: 0 },
});
