// Common practice. The seventh partial is left out of the open notes because it sounds flat.
import { openNotes, valveChart } from '../charts/brass-charts';
import { defineInstrument } from '../instrument';
import { SUSTAINED } from '../timbre';
import { BRASS } from './families';

const OPEN = openNotes('C3', 'G3', 'C4', 'E4', 'G4', 'C5', 'E5', 'G5', 'C6');

export const HORN = defineInstrument({
  ...BRASS,
  id: 'horn',
  name: 'Horn in F',
  otherNames: ['french horn', 'f horn', 'horn'],
  clef: 'treble',
  transpositionSemitones: -7,
  ranges: { 1: ['A3', 'A4'], 2: ['G3', 'C5'], 3: ['F3', 'G5'] },
  openNotes: OPEN,
  chart: valveChart(OPEN),
  bank: 'horn',
  timbre: {
    ...SUSTAINED,
    partials: [1, 0.8, 0.5, 0.3, 0.15],
    attackSeconds: 0.045,
    releaseSeconds: 0.06,
    noise: 0.01,
    vibratoCents: 2,
  },
});
