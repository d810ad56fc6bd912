// Common practice; the fingering of the closed-hole Boehm flute from memory. The piccolo is fingered alike and has no foot joint.
import { holeChart } from '../charts/hole-chart';
import { defineInstrument } from '../instrument';
import { SUSTAINED } from '../timbre';
import { WOODWIND } from './families';

const HOLES = [0, 1, 2, 3, 4, 5, 6];
/** From the lowest note of the piccolo up. */
const TABLE = {
  D4: 'T 1 2 3 4 5 6',
  'D#4': 'T 1 2 3 4 5 6 +E♭',
  E4: 'T 1 2 3 4 5 +E♭',
  F4: 'T 1 2 3 4 +E♭',
  'F#4': 'T 1 2 3 6 +E♭ | T 1 2 3 5 +E♭',
  G4: 'T 1 2 3 +E♭',
  'G#4': 'T 1 2 3 +G♯ +E♭',
  A4: 'T 1 2 +E♭',
  'A#4': 'T 1 4 +E♭ | T 1 +thumb-B♭ +E♭',
  B4: 'T 1 +E♭',
  C5: '1 +E♭',
  'C#5': '+E♭',
  D5: 'T 2 3 4 5 6',
  'D#5': 'T 2 3 4 5 6 +E♭',
  E5: 'T 1 2 3 4 5 +E♭',
  F5: 'T 1 2 3 4 +E♭',
  'F#5': 'T 1 2 3 6 +E♭ | T 1 2 3 5 +E♭',
  G5: 'T 1 2 3 +E♭',
  'G#5': 'T 1 2 3 +G♯ +E♭',
  A5: 'T 1 2 +E♭',
  'A#5': 'T 1 4 +E♭ | T 1 +thumb-B♭ +E♭',
  B5: 'T 1 +E♭',
  C6: '1 +E♭',
  'C#6': '+E♭',
  D6: 'T 2 3 +E♭',
} as const;

const TIMBRE = {
  ...SUSTAINED,
  partials: [1, 0.5, 0.25, 0.1, 0.04],
  attackSeconds: 0.045,
  releaseSeconds: 0.06,
  noise: 0.03,
  vibratoCents: 8,
} as const;

export const FLUTE = defineInstrument({
  ...WOODWIND,
  id: 'flute',
  registersFrom: ['D5', 'D6'],
  name: 'Flute',
  transpositionSemitones: 0,
  ranges: { 1: ['F4', 'F5'], 2: ['D4', 'Bb5'], 3: ['C4', 'D6'] },
  chart: holeChart('Boehm flute, from memory.', HOLES, {
    C4: 'T 1 2 3 4 5 6 +C',
    'C#4': 'T 1 2 3 4 5 6 +C♯',
    ...TABLE,
  }),
  bank: 'flute',
  timbre: TIMBRE,
});

export const PICCOLO = defineInstrument({
  ...WOODWIND,
  id: 'piccolo',
  registersFrom: ['D5', 'D6'],
  name: 'Piccolo',
  otherNames: ['piccolo flute'],
  transpositionSemitones: 12,
  ranges: { 1: ['F4', 'F5'], 2: ['D4', 'Bb5'], 3: ['D4', 'D6'] },
  chart: holeChart('Boehm flute without a foot joint, from memory.', HOLES, TABLE),
  bank: 'flute',
  timbre: TIMBRE,
  caution:
    'High notes are loud close to the ear: play them briefly, and protect your hearing. Feeling dizzy? Stop and rest.',
});
