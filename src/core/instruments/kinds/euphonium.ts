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
  otherNames: ['baritone', 'baritone horn', 'euphonium bass clef', 'baritone bass clef'],
  clef: 'bass',
  transpositionSemitones: 0,
  ranges: { 1: ['Bb2', 'G3'], 2: ['A2', 'Bb3'], 3: ['E2', 'F4'] },
  openNotes: OPEN,
  chart: valveChart(OPEN, { hasFourth: true }),
  bank: 'tuba',
  timbre: TUBA.timbre,
});

const OPEN_IN_TREBLE = openNotes('C4', 'G4', 'C5', 'E5', 'G5', 'C6');

/** Baritone or euphonium read in the treble clef: written a ninth above its sound and fingered like a trumpet. */
export const TREBLE_BARITONE = defineInstrument({
  ...BRASS,
  id: 'treble-baritone',
  name: 'Baritone, treble clef',
  otherNames: [
    ...['baritone t c', 'baritone tc'],
    ...['euphonium t c', 'euphonium tc', 'euphonium treble clef'],
  ],
  clef: 'treble',
  transpositionSemitones: -14,
  ranges: { 1: ['C4', 'A4'], 2: ['Bb3', 'C5'], 3: ['F#3', 'G5'] },
  openNotes: OPEN_IN_TREBLE,
  chart: valveChart(OPEN_IN_TREBLE, { hasFourth: true }),
  bank: 'tuba',
  timbre: TUBA.timbre,
});
