// Common practice: a five-finger place first, then more of the keyboard.
import type { Instrument } from './instrument';

export const KEYBOARD: readonly Instrument[] = [
  {
    id: 'piano',
    name: 'Piano',
    family: 'keyboard',
    clef: 'treble',
    staffLines: 5,
    transpositionSemitones: 0,
    ranges: { 1: ['C4', 'C5'], 2: ['F3', 'G5'], 3: ['C3', 'C6'] },
    playsChords: true,
    sound: 'plucked',
    caution: 'Hands, wrists or back hurting? Stop, shake out and rest; tell your teacher if it stays.',
  },
];
