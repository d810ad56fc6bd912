// Common practice: four strings in fourths, written an octave above their sound, one finger a fret in first position.
import { fretChart, openStrings } from '../charts/string-charts';
import { defineInstrument } from '../instrument';
import { STRINGS } from './families';
import { GUITAR } from './guitar';

const STRINGS_OF_BASS = openStrings('G3', 'D3', 'A2', 'E2');

export const BASS_GUITAR = defineInstrument({
  ...STRINGS,
  id: 'bass-guitar',
  name: 'Bass guitar',
  otherNames: ['electric bass', 'electric bass guitar'],
  clef: 'bass',
  transpositionSemitones: -12,
  ranges: { 1: ['A2', 'A3'], 2: ['G2', 'B3'], 3: ['E2', 'C4'] },
  sound: 'plucked',
  chart: fretChart(STRINGS_OF_BASS, 5),
  frettedStrings: STRINGS_OF_BASS,
  bank: 'guitar',
  timbre: GUITAR.timbre,
});
