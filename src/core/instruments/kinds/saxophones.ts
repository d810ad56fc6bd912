// Common practice; the fingering of the saxophone, the same for all of them as written, from memory. The lowest three notes need the low
// C key as well: it closes the holes above theirs.
import { holeChart } from '../charts/hole-chart';
import { defineInstrument } from '../instrument';
import { SUSTAINED } from '../timbre';
import { WOODWIND } from './families';

const SAXOPHONE = {
  ...WOODWIND,
  registersFrom: ['D5'],
  ranges: { 1: ['D4', 'D5'], 2: ['D4', 'A5'], 3: ['Bb3', 'D6'] },
  chart: holeChart('Saxophone, from memory.', [1, 2, 3, 4, 5, 6], {
    'A#3': '1 2 3 4 5 6 +C +low-B♭',
    B3: '1 2 3 4 5 6 +C +low-B',
    C4: '1 2 3 4 5 6 +C',
    'C#4': '1 2 3 4 5 6 +C +low-C♯',
    D4: '1 2 3 4 5 6',
    'D#4': '1 2 3 4 5 6 +E♭',
    E4: '1 2 3 4 5',
    F4: '1 2 3 4',
    'F#4': '1 2 3 5',
    G4: '1 2 3',
    'G#4': '1 2 3 +G♯',
    A4: '1 2',
    'A#4': '1 2 +side-B♭ | 1 +bis',
    B4: '1',
    C5: '2',
    'C#5': '',
    D5: '1 2 3 4 5 6 +octave',
    'D#5': '1 2 3 4 5 6 +E♭ +octave',
    E5: '1 2 3 4 5 +octave',
    F5: '1 2 3 4 +octave',
    'F#5': '1 2 3 5 +octave',
    G5: '1 2 3 +octave',
    'G#5': '1 2 3 +G♯ +octave',
    A5: '1 2 +octave',
    'A#5': '1 2 +side-B♭ +octave | 1 +bis +octave',
    B5: '1 +octave',
    C6: '2 +octave',
    'C#6': '+octave',
    D6: '+palm-D +octave',
  }),
  bank: 'saxophone',
  timbre: {
    ...SUSTAINED,
    partials: [1, 0.9, 0.6, 0.5, 0.35, 0.2, 0.1],
    attackSeconds: 0.035,
    releaseSeconds: 0.05,
    noise: 0.02,
    vibratoCents: 6,
  },
} as const;

export const ALTO_SAX = defineInstrument({
  ...SAXOPHONE,
  id: 'alto-sax',
  name: 'Alto saxophone in E♭',
  otherNames: ['alto sax', 'alto saxophone'],
  transpositionSemitones: -9,
});

export const TENOR_SAX = defineInstrument({
  ...SAXOPHONE,
  id: 'tenor-sax',
  name: 'Tenor saxophone in B♭',
  otherNames: ['tenor sax', 'tenor saxophone'],
  transpositionSemitones: -14,
});

export const BARITONE_SAX = defineInstrument({
  ...SAXOPHONE,
  id: 'baritone-sax',
  name: 'Baritone saxophone in E♭',
  otherNames: ['baritone sax', 'bari sax'],
  transpositionSemitones: -21,
});
