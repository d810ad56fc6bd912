// Common practice: open strings bound the range below, first position above.
import { defineInstrument } from '../instrument';
import { STRINGS } from './families';
import { GUITAR } from './guitar';

export const HARP = defineInstrument({
  ...STRINGS,
  id: 'harp',
  name: 'Harp',
  clef: 'treble',
  transpositionSemitones: 0,
  ranges: { 1: ['C4', 'C5'], 2: ['G3', 'G5'], 3: ['C3', 'C6'] },
  sound: 'plucked',
  bank: 'harp',
  timbre: { ...GUITAR.timbre, decaySeconds: 3 },
});
