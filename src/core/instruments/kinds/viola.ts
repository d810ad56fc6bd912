// Common practice: open strings bound the range below, first position above.
import { letterFingers, openStrings } from '../charts/string-charts';
import { defineInstrument } from '../instrument';
import { STRINGS } from './families';
import { VIOLIN } from './violin';

export const VIOLA = defineInstrument({
  ...STRINGS,
  id: 'viola',
  makesOwnPitch: true,
  name: 'Viola',
  clef: 'alto',
  transpositionSemitones: 0,
  ranges: { 1: ['G3', 'G4'], 2: ['D3', 'D5'], 3: ['C3', 'E5'] },
  sound: 'sustained',
  chart: letterFingers(openStrings('A4', 'D4', 'G3', 'C3')),
  bank: 'viola',
  timbre: VIOLIN.timbre,
});
