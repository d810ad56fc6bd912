// Common practice: open strings bound the range below, first position above.
import { fretChart, openStrings } from '../charts/string-charts';
import { defineInstrument } from '../instrument';
import { STRINGS } from './families';

const STRINGS_OF_GUITAR = openStrings('E5', 'B4', 'G4', 'D4', 'A3', 'E3');

export const GUITAR = defineInstrument({
  ...STRINGS,
  id: 'guitar',
  name: 'Guitar',
  clef: 'treble',
  transpositionSemitones: -12,
  ranges: { 1: ['G4', 'G5'], 2: ['A3', 'G5'], 3: ['E3', 'G5'] },
  sound: 'plucked',
  chart: fretChart(STRINGS_OF_GUITAR, 5),
  frettedStrings: STRINGS_OF_GUITAR,
  bank: 'guitar',
  timbre: {
    partials: [1, 0.6, 0.4, 0.25, 0.15, 0.1],
    attackSeconds: 0.004,
    releaseSeconds: 0.05,
    decaySeconds: 2.2,
    noise: 0.002,
    vibratoCents: 0,
    slurDip: 1,
  },
});
