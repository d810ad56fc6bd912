// Common practice. The seventh partial is left out of the open notes because it sounds flat.
import { openNotes, valveChart } from '../charts/brass-charts';
import { defineInstrument } from '../instrument';
import { BRASS } from './families';
import { TUBA } from './tuba';

const OPEN = openNotes('Bb2', 'F3', 'Bb3', 'D4', 'F4', 'Bb4');

export const EUPHONIUM = defineInstrument({
  ...BRASS,
  id: 'euphonium',
  name: 'Euphonium',
  otherNames: ['baritone', 'baritone horn'],
  clef: 'bass',
  transpositionSemitones: 0,
  ranges: { 1: ['Bb2', 'G3'], 2: ['A2', 'Bb3'], 3: ['E2', 'F4'] },
  openNotes: OPEN,
  chart: valveChart(OPEN),
  bank: 'tuba',
  timbre: TUBA.timbre,
});
