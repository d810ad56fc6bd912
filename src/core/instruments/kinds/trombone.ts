// Common practice. The seventh partial is left out of the open notes because it sounds flat.
import { openNotes, slideChart } from '../charts/brass-charts';
import { defineInstrument } from '../instrument';
import { SUSTAINED } from '../timbre';
import { BRASS } from './families';

const OPEN = openNotes('Bb2', 'F3', 'Bb3', 'D4', 'F4', 'Bb4');

export const TROMBONE = defineInstrument({
  ...BRASS,
  id: 'trombone',
  makesOwnPitch: true,
  name: 'Trombone',
  otherNames: ['tenor trombone'],
  clef: 'bass',
  transpositionSemitones: 0,
  ranges: { 1: ['Bb2', 'G3'], 2: ['A2', 'Bb3'], 3: ['E2', 'F4'] },
  openNotes: OPEN,
  chart: slideChart(OPEN),
  bank: 'trombone',
  timbre: {
    ...SUSTAINED,
    partials: [0.7, 1, 0.9, 0.8, 0.6, 0.4, 0.3, 0.2],
    attackSeconds: 0.04,
    releaseSeconds: 0.06,
    noise: 0.01,
    vibratoCents: 2,
  },
});
