// Common practice: open strings bound the range below, first position above.
import { openStrings, semitoneFingers } from '../charts/string-charts';
import { defineInstrument } from '../instrument';
import { SUSTAINED } from '../timbre';
import { STRINGS } from './families';

export const CELLO = defineInstrument({
  ...STRINGS,
  id: 'cello',
  makesOwnPitch: true,
  name: 'Cello',
  otherNames: ['violoncello'],
  clef: 'bass',
  transpositionSemitones: 0,
  ranges: { 1: ['D3', 'D4'], 2: ['G2', 'D4'], 3: ['C2', 'D4'] },
  sound: 'sustained',
  chart: semitoneFingers(openStrings('A3', 'D3', 'G2', 'C2'), {
    1: [1, 'low'],
    2: [1, 'usual'],
    3: [2, 'usual'],
    4: [3, 'usual'],
    5: [4, 'usual'],
    6: [4, 'high'],
  }),
  bank: 'cello',
  timbre: {
    ...SUSTAINED,
    partials: [1, 0.9, 0.6, 0.5, 0.3, 0.25, 0.2],
    attackSeconds: 0.055,
    releaseSeconds: 0.09,
    noise: 0.02,
    vibratoCents: 5,
  },
});
