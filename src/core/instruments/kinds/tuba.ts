// Common practice. The seventh partial is left out of the open notes because it sounds flat.
import { openNotes, valveChart } from '../charts/brass-charts';
import { defineInstrument } from '../instrument';
import { SUSTAINED } from '../timbre';
import { BRASS } from './families';

const OPEN = openNotes('Bb1', 'F2', 'Bb2', 'D3', 'F3', 'Bb3');

export const TUBA = defineInstrument({
  ...BRASS,
  id: 'tuba',
  name: 'Tuba',
  clef: 'bass',
  transpositionSemitones: 0,
  ranges: { 1: ['Bb1', 'G2'], 2: ['A1', 'Bb2'], 3: ['E1', 'G3'] },
  openNotes: OPEN,
  chart: valveChart(OPEN),
  bank: 'tuba',
  timbre: {
    ...SUSTAINED,
    partials: [1, 0.9, 0.7, 0.45, 0.3, 0.2],
    attackSeconds: 0.05,
    releaseSeconds: 0.07,
    noise: 0.01,
    vibratoCents: 1,
  },
});
