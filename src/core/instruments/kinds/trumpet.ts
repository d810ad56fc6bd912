// Common practice; the cornet is fingered alike. The seventh partial is left out of the open notes because it sounds flat.
import { openNotes, valveChart } from '../charts/brass-charts';
import { defineInstrument } from '../instrument';
import { SUSTAINED } from '../timbre';
import { BRASS } from './families';

const OPEN = openNotes('C4', 'G4', 'C5', 'E5', 'G5', 'C6');

const SMALL_BRASS = {
  ...BRASS,
  clef: 'treble',
  transpositionSemitones: -2,
  ranges: { 1: ['C4', 'A4'], 2: ['Bb3', 'C5'], 3: ['F#3', 'G5'] },
  openNotes: OPEN,
  chart: valveChart(OPEN),
  bank: 'trumpet',
  timbre: {
    ...SUSTAINED,
    partials: [0.8, 1, 0.9, 0.7, 0.5, 0.35, 0.2, 0.1],
    attackSeconds: 0.03,
    releaseSeconds: 0.05,
    noise: 0.01,
    vibratoCents: 3,
  },
} as const;

export const TRUMPET = defineInstrument({ ...SMALL_BRASS, id: 'trumpet', name: 'Trumpet in B♭' });
export const CORNET = defineInstrument({ ...SMALL_BRASS, id: 'cornet', name: 'Cornet in B♭' });
