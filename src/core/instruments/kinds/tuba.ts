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
  otherNames: ['b flat tuba', 'bb tuba', 'bbb tuba'],
  clef: 'bass',
  transpositionSemitones: 0,
  ranges: { 1: ['Bb1', 'G2'], 2: ['A1', 'Bb2'], 3: ['E1', 'G3'] },
  openNotes: OPEN,
  chart: valveChart(OPEN, { hasFourth: true }),
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

const OPEN_IN_E_FLAT = openNotes('Eb2', 'Bb2', 'Eb3', 'G3', 'Bb3');

/** Read in the bass clef as it sounds: its open tube is a fourth above that of the B♭ tuba, so every fingering is another. */
export const E_FLAT_TUBA = defineInstrument({
  ...BRASS,
  id: 'e-flat-tuba',
  name: 'E♭ tuba',
  otherNames: [
    'e flat tuba',
    'eb tuba',
    'tuba in e',
    'tuba in eb',
    'tuba in e flat',
    'e flat bass',
    'eb bass',
  ],
  clef: 'bass',
  transpositionSemitones: 0,
  ranges: { 1: ['Eb2', 'C3'], 2: ['D2', 'Eb3'], 3: ['A1', 'Bb3'] },
  openNotes: OPEN_IN_E_FLAT,
  chart: valveChart(OPEN_IN_E_FLAT, { hasFourth: true }),
  bank: 'tuba',
  timbre: TUBA.timbre,
});
