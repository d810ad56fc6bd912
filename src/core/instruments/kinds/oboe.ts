// Common practice; the fingering of the conservatoire oboe from memory.
import { holeChart } from '../charts/hole-chart';
import { defineInstrument } from '../instrument';
import { SUSTAINED } from '../timbre';
import { WOODWIND } from './families';

const CONSERVATOIRE = {
  ...WOODWIND,
  registersFrom: ['C#5'],
  ranges: { 1: ['D4', 'D5'], 2: ['C4', 'G5'], 3: ['Bb3', 'C6'] },
  chart: holeChart('Conservatoire oboe, from memory.', [1, 2, 3, 4, 5, 6], {
    'A#3': '1 2 3 4 5 6 +low-B♭',
    B3: '1 2 3 4 5 6 +low-B',
    C4: '1 2 3 4 5 6 +C',
    'C#4': '1 2 3 4 5 6 +C♯',
    D4: '1 2 3 4 5 6',
    'D#4': '1 2 3 4 5 6 +E♭',
    E4: '1 2 3 4 5',
    F4: '1 2 3 4 +F | 1 2 3 4 6',
    'F#4': '1 2 3 4',
    G4: '1 2 3',
    'G#4': '1 2 3 +G♯',
    A4: '1 2',
    'A#4': '1 2 4',
    B4: '1',
    C5: '1 4',
    'C#5': '/1 2 3 4 5 6 +C♯',
    D5: '/1 2 3 4 5 6',
    'D#5': '/1 2 3 4 5 6 +E♭',
    E5: '1 2 3 4 5 +octave-1',
    F5: '1 2 3 4 +F +octave-1 | 1 2 3 4 6 +octave-1',
    'F#5': '1 2 3 4 +octave-1',
    G5: '1 2 3 +octave-1',
    'G#5': '1 2 3 +G♯ +octave-1',
    A5: '1 2 +octave-2',
    'A#5': '1 2 4 +octave-2',
    B5: '1 +octave-2',
    C6: '1 4 +octave-2',
  }),
  bank: 'oboe',
  timbre: {
    ...SUSTAINED,
    partials: [0.6, 0.8, 1, 0.6, 0.4, 0.3, 0.2, 0.1],
    attackSeconds: 0.03,
    releaseSeconds: 0.05,
    noise: 0.01,
    vibratoCents: 5,
  },
} as const;

export const OBOE = defineInstrument({
  ...CONSERVATOIRE,
  id: 'oboe',
  name: 'Oboe',
  transpositionSemitones: 0,
});

/** Fingered like the oboe as written; it has no low B♭. */
export const ENGLISH_HORN = defineInstrument({
  ...CONSERVATOIRE,
  id: 'english-horn',
  name: 'English horn in F',
  otherNames: ['cor anglais'],
  transpositionSemitones: -7,
  ranges: { 1: ['D4', 'D5'], 2: ['C4', 'G5'], 3: ['B3', 'C6'] },
});
