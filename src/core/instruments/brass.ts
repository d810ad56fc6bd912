// Common practice: transpositions from the instruments' names, ranges as first-year books use them.
import type { Instrument } from './instrument';

const caution =
  'Lips tired or dizzy? Stop and rest. Afterwards empty the water and let the instrument dry as its maker says.';
const common = { family: 'brass', staffLines: 5, sound: 'sustained', playsChords: false, caution } as const;

export const BRASS: readonly Instrument[] = [
  {
    ...common,
    id: 'trumpet',
    name: 'Trumpet in B♭',
    clef: 'treble',
    transpositionSemitones: -2,
    ranges: { 1: ['C4', 'A4'], 2: ['Bb3', 'C5'], 3: ['F#3', 'G5'] },
  },
  {
    ...common,
    id: 'horn',
    name: 'Horn in F',
    clef: 'treble',
    transpositionSemitones: -7,
    ranges: { 1: ['A3', 'A4'], 2: ['G3', 'C5'], 3: ['F3', 'G5'] },
  },
  {
    ...common,
    id: 'trombone',
    name: 'Trombone',
    clef: 'bass',
    transpositionSemitones: 0,
    ranges: { 1: ['Bb2', 'G3'], 2: ['A2', 'Bb3'], 3: ['E2', 'F4'] },
  },
  {
    ...common,
    id: 'euphonium',
    name: 'Euphonium',
    clef: 'bass',
    transpositionSemitones: 0,
    ranges: { 1: ['Bb2', 'G3'], 2: ['A2', 'Bb3'], 3: ['E2', 'F4'] },
  },
  {
    ...common,
    id: 'tuba',
    name: 'Tuba',
    clef: 'bass',
    transpositionSemitones: 0,
    ranges: { 1: ['Bb1', 'G2'], 2: ['A1', 'Bb2'], 3: ['E1', 'G3'] },
  },
];
