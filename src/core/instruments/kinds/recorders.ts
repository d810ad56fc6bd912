// Common practice; both fingerings from memory. Alto and bass finger the same a fourth higher as sounded from their lowest note.
import { holeChart } from '../charts/hole-chart';
import { defineInstrument } from '../instrument';
import { SUSTAINED } from '../timbre';
import { WOODWIND } from './families';

const HOLES = [0, 1, 2, 3, 4, 5, 6, 7];
const SOURCE = 'Baroque fingering, from memory.';
const TABLE = {
  C4: 'T 1 2 3 4 5 6 7',
  'C#4': 'T 1 2 3 4 5 6 /7',
  D4: 'T 1 2 3 4 5 6',
  'D#4': 'T 1 2 3 4 5 /6',
  E4: 'T 1 2 3 4 5',
  F4: 'T 1 2 3 4 6 7',
  'F#4': 'T 1 2 3 5 6',
  G4: 'T 1 2 3',
  'G#4': 'T 1 2 4 5 | T 1 2 4 5 /6',
  A4: 'T 1 2',
  'A#4': 'T 1 3 4',
  B4: 'T 1 | T 2 3',
  C5: 'T 2',
  'C#5': '1 2',
  D5: '2',
  'D#5': '2 3 4 5 6',
  E5: '/T 1 2 3 4 5',
  F5: '/T 1 2 3 4 6',
  'F#5': '/T 1 2 3 5',
  G5: '/T 1 2 3',
  'G#5': '/T 1 2 4',
  A5: '/T 1 2',
  'A#5': '/T 1 2 3 5 6 7 | /T 1 2 5 6',
  B5: '/T 1 2 4 5',
  C6: '/T 1 4 5',
  D6: '/T 1 3 4 6',
} as const;

const RECORDER = {
  ...WOODWIND,
  bank: 'recorder',
  timbre: {
    ...SUSTAINED,
    partials: [1, 0.2, 0.1, 0.03],
    attackSeconds: 0.03,
    releaseSeconds: 0.04,
    noise: 0.02,
    vibratoCents: 3,
  },
} as const;

export const SOPRANO_RECORDER = defineInstrument({
  ...RECORDER,
  id: 'soprano-recorder',
  registersFrom: ['E5'],
  name: 'Soprano recorder',
  otherNames: ['descant recorder', 'recorder'],
  transpositionSemitones: 12,
  ranges: { 1: ['E4', 'D5'], 2: ['D4', 'E5'], 3: ['C4', 'D6'] },
  chart: holeChart(SOURCE, HOLES, TABLE),
});

export const ALTO_RECORDER = defineInstrument({
  ...RECORDER,
  id: 'alto-recorder',
  registersFrom: ['A5'],
  name: 'Alto recorder',
  otherNames: ['treble recorder'],
  transpositionSemitones: 0,
  ranges: { 1: ['A4', 'G5'], 2: ['G4', 'A5'], 3: ['F4', 'G6'] },
  chart: holeChart(SOURCE, HOLES, TABLE, 5),
});

/** Written an octave below its sound in the bass clef. */
export const BASS_RECORDER = defineInstrument({
  ...RECORDER,
  id: 'bass-recorder',
  registersFrom: ['A3'],
  name: 'Bass recorder',
  clef: 'bass',
  transpositionSemitones: 12,
  ranges: { 1: ['A2', 'G3'], 2: ['G2', 'A3'], 3: ['F2', 'D4'] },
  chart: holeChart(SOURCE, HOLES, TABLE, -19),
});

export const TENOR_RECORDER = defineInstrument({
  ...RECORDER,
  id: 'tenor-recorder',
  registersFrom: ['E5'],
  name: 'Tenor recorder',
  transpositionSemitones: 0,
  ranges: { 1: ['E4', 'D5'], 2: ['D4', 'E5'], 3: ['C4', 'A5'] },
  chart: holeChart(SOURCE, HOLES, TABLE),
});

/** The fourth hole alone lowers to F; F sharp is forked instead. */
const GERMAN = {
  ...TABLE,
  F4: 'T 1 2 3 4',
  'F#4': 'T 1 2 3 5 6 7',
  F5: '/T 1 2 3 4',
  'F#5': '/T 1 2 3 5 7',
} as const;

export const GERMAN_RECORDER = defineInstrument({
  ...RECORDER,
  id: 'german-recorder',
  registersFrom: ['E5'],
  name: 'Soprano recorder, German fingering',
  otherNames: ['german recorder'],
  transpositionSemitones: 12,
  ranges: { 1: ['E4', 'D5'], 2: ['D4', 'E5'], 3: ['C4', 'D6'] },
  chart: holeChart('German fingering, from memory.', HOLES, GERMAN),
});
