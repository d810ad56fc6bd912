// Common practice: open strings bound the range below, first position above.
import { openStrings, semitoneFingers } from '../charts/string-charts';
import { defineInstrument } from '../instrument';
import { CELLO } from './cello';
import { STRINGS } from './families';

export const DOUBLE_BASS = defineInstrument({
  ...STRINGS,
  id: 'double-bass',
  makesOwnPitch: true,
  name: 'Double bass',
  otherNames: ['contrabass', 'string bass', 'upright bass'],
  clef: 'bass',
  transpositionSemitones: -12,
  ranges: { 1: ['A2', 'A3'], 2: ['G2', 'B3'], 3: ['E2', 'D4'] },
  sound: 'sustained',
  chart: semitoneFingers(openStrings('G3', 'D3', 'A2', 'E2'), {
    1: [1, 'low'],
    2: [1, 'usual'],
    3: [2, 'usual'],
    4: [4, 'usual'],
  }),
  bank: 'cello',
  timbre: CELLO.timbre,
});
