// Common practice: orchestra bells are written two octaves below their sound.
import { defineInstrument } from '../instrument';

export const BELLS = defineInstrument({
  id: 'bells',
  name: 'Bells',
  otherNames: ['glockenspiel', 'orchestra bells', 'bell kit'],
  family: 'percussion',
  clef: 'treble',
  staffLines: 5,
  transpositionSemitones: 24,
  ranges: { 1: ['C4', 'C5'], 2: ['Bb3', 'F5'], 3: ['G3', 'C6'] },
  playsChords: true,
  sound: 'struck',
  bank: 'bells',
  timbre: {
    partials: [1, 0.1, 0.05, 0.2],
    attackSeconds: 0.002,
    releaseSeconds: 0.1,
    decaySeconds: 1.2,
    noise: 0.01,
    vibratoCents: 0,
    slurDip: 1,
  },
  caution: 'Bells are loud and high: use soft mallets, play no longer than you need, and protect your ears.',
});
