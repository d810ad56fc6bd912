// Common practice: open strings bound the range below, first position above.
import { letterFingers, openStrings } from '../charts/string-charts';
import { defineInstrument } from '../instrument';
import { SUSTAINED } from '../timbre';
import { STRINGS } from './families';

export const VIOLIN = defineInstrument({
  ...STRINGS,
  id: 'violin',
  makesOwnPitch: true,
  name: 'Violin',
  clef: 'treble',
  transpositionSemitones: 0,
  ranges: { 1: ['D4', 'D5'], 2: ['A3', 'A5'], 3: ['G3', 'B5'] },
  sound: 'sustained',
  chart: letterFingers(openStrings('E5', 'A4', 'D4', 'G3')),
  bank: 'violin',
  timbre: {
    ...SUSTAINED,
    partials: [1, 0.7, 0.6, 0.4, 0.35, 0.2, 0.2],
    attackSeconds: 0.05,
    releaseSeconds: 0.08,
    noise: 0.02,
    vibratoCents: 6,
  },
});
