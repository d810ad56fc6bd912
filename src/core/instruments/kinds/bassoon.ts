// Common practice; the usual fingering of the bassoon in its first two octaves, from memory. What differs from maker to maker is left out.
import { holeChart } from '../charts/hole-chart';
import { defineInstrument } from '../instrument';
import { SUSTAINED } from '../timbre';
import { WOODWIND } from './families';

export const BASSOON = defineInstrument({
  ...WOODWIND,
  id: 'bassoon',
  registersFrom: ['F#3'],
  name: 'Bassoon',
  clef: 'bass',
  transpositionSemitones: 0,
  ranges: { 1: ['C3', 'C4'], 2: ['F2', 'D4'], 3: ['E2', 'D4'] },
  chart: holeChart('Bassoon, from memory.', [1, 2, 3, 4, 5, 6], {
    E2: '1 2 3 4 5 6 +F +low-E +whisper',
    F2: '1 2 3 4 5 6 +F +whisper',
    G2: '1 2 3 4 5 6 +whisper',
    'G#2': '1 2 3 4 5 6 +A♭ +whisper',
    A2: '1 2 3 4 5 +whisper',
    'A#2': '1 2 3 4 +B♭ +whisper',
    B2: '1 2 3 4 +whisper',
    C3: '1 2 3 +whisper',
    'C#3': '1 2 3 +C♯ +whisper',
    D3: '1 2 +whisper',
    'D#3': '1 3 +whisper',
    E3: '1 +whisper',
    F3: '+whisper',
    G3: '/1 2 3 4 5 6 +whisper',
    'G#3': '/1 2 3 4 5 6 +A♭ +whisper',
    A3: '1 2 3 4 5',
    'A#3': '1 2 3 4 +B♭',
    B3: '1 2 3 4',
    C4: '1 2 3',
    'C#4': '1 2 3 +C♯',
    D4: '1 2',
  }),
  bank: 'bassoon',
  timbre: {
    ...SUSTAINED,
    partials: [0.6, 1, 0.9, 0.7, 0.5, 0.3, 0.2],
    attackSeconds: 0.04,
    releaseSeconds: 0.06,
    noise: 0.01,
    vibratoCents: 3,
  },
});
