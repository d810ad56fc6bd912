// Common practice: open strings bound the range below, first position above.
import { fretChart, openStrings } from '../charts/string-charts';
import { defineInstrument } from '../instrument';
import { STRINGS } from './families';
import { GUITAR } from './guitar';

export const UKULELE = defineInstrument({
  ...STRINGS,
  id: 'ukulele',
  name: 'Ukulele',
  clef: 'treble',
  transpositionSemitones: 0,
  ranges: { 1: ['C4', 'C5'], 2: ['C4', 'E5'], 3: ['C4', 'A5'] },
  sound: 'plucked',
  chart: fretChart(openStrings('A4', 'E4', 'C4'), 12),
  // The fourth lies above the third and second.
  frettedStrings: openStrings('A4', 'E4', 'C4', 'G4'),
  bank: 'guitar',
  timbre: { ...GUITAR.timbre, decaySeconds: 1.4 },
});
