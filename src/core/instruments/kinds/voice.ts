// Common practice: a child's comfortable singing range.
import { defineInstrument } from '../instrument';
import { SUSTAINED } from '../timbre';

export const VOICE = defineInstrument({
  id: 'voice',
  makesOwnPitch: true,
  isOctaveFree: true,
  name: 'Voice',
  otherNames: ['vocals', 'singing'],
  family: 'voice',
  clef: 'treble',
  staffLines: 5,
  transpositionSemitones: 0,
  ranges: { 1: ['C4', 'C5'], 2: ['C4', 'D5'], 3: ['A3', 'A5'] },
  playsChords: false,
  sound: 'sustained',
  bank: 'voice',
  timbre: {
    ...SUSTAINED,
    partials: [1, 0.8, 0.35, 0.4, 0.2, 0.1],
    attackSeconds: 0.06,
    releaseSeconds: 0.09,
    noise: 0.02,
    vibratoCents: 12,
  },
  caution: 'Throat scratchy? Stop, drink some water and rest your voice.',
});
