// Common practice: a five-finger place first, then more of the keyboard.
import { defineInstrument } from '../instrument';
import { GUITAR } from './guitar';

export const PIANO = defineInstrument({
  id: 'piano',
  name: 'Piano',
  family: 'keyboard',
  clef: 'treble',
  staffLines: 5,
  transpositionSemitones: 0,
  ranges: { 1: ['C4', 'C5'], 2: ['F3', 'G5'], 3: ['C3', 'C6'] },
  playsChords: true,
  sound: 'plucked',
  bank: 'piano',
  timbre: { ...GUITAR.timbre, decaySeconds: 3.5 },
  caution: 'Hands, wrists or back hurting? Stop, shake out and rest; tell your teacher if it stays.',
});
