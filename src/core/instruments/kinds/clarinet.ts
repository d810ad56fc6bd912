// Common practice; the fingering of the Boehm clarinet from memory, the same for all sizes as written.
import { holeChart } from '../charts/hole-chart';
import { defineInstrument } from '../instrument';
import { SUSTAINED } from '../timbre';
import { WOODWIND } from './families';

const BOEHM = {
  ...WOODWIND,
  registersFrom: ['B4'],
  ranges: { 1: ['A3', 'A4'], 2: ['E3', 'Bb4'], 3: ['E3', 'C6'] },
  chart: holeChart('Boehm clarinet, from memory.', [0, 1, 2, 3, 4, 5, 6], {
    E3: 'T 1 2 3 4 5 6 +low-E',
    F3: 'T 1 2 3 4 5 6 +low-F',
    'F#3': 'T 1 2 3 4 5 6 +low-F♯',
    G3: 'T 1 2 3 4 5 6',
    'G#3': 'T 1 2 3 4 5 6 +A♭',
    A3: 'T 1 2 3 4 5',
    'A#3': 'T 1 2 3 4',
    B3: 'T 1 2 3 5',
    C4: 'T 1 2 3',
    'C#4': 'T 1 2 3 +C♯',
    D4: 'T 1 2',
    'D#4': 'T 1 2 +side-E♭ | T 1 4',
    E4: 'T 1',
    F4: 'T',
    'F#4': '1 | T +side-F♯',
    G4: '',
    'G#4': '+G♯',
    A4: '+A',
    'A#4': '+A +register',
    B4: 'T 1 2 3 4 5 6 +low-E +register',
    C5: 'T 1 2 3 4 5 6 +low-F +register',
    'C#5': 'T 1 2 3 4 5 6 +low-F♯ +register',
    D5: 'T 1 2 3 4 5 6 +register',
    'D#5': 'T 1 2 3 4 5 6 +A♭ +register',
    E5: 'T 1 2 3 4 5 +register',
    F5: 'T 1 2 3 4 +register',
    'F#5': 'T 1 2 3 5 +register',
    G5: 'T 1 2 3 +register',
    'G#5': 'T 1 2 3 +C♯ +register',
    A5: 'T 1 2 +register',
    'A#5': 'T 1 2 +side-E♭ +register | T 1 4 +register',
    B5: 'T 1 +register',
    C6: 'T +register',
  }),
  bank: 'clarinet',
  timbre: {
    ...SUSTAINED,
    partials: [1, 0.05, 0.7, 0.05, 0.4, 0.05, 0.2],
    attackSeconds: 0.035,
    releaseSeconds: 0.05,
    noise: 0.01,
    vibratoCents: 0,
  },
} as const;

export const CLARINET = defineInstrument({
  ...BOEHM,
  id: 'clarinet',
  name: 'Clarinet in B♭',
  transpositionSemitones: -2,
});

/** Written in the treble clef a ninth above its sound, and fingered like the small one. */
export const BASS_CLARINET = defineInstrument({
  ...BOEHM,
  id: 'bass-clarinet',
  name: 'Bass clarinet in B♭',
  transpositionSemitones: -14,
  ranges: { 1: ['A3', 'A4'], 2: ['E3', 'Bb4'], 3: ['E3', 'G5'] },
});
