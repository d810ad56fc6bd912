// Common practice: transpositions from the instruments' names, ranges as first-year books use them.
import type { Instrument } from './instrument';

const caution =
  'Feeling dizzy? Stop and rest. Afterwards empty, dry and air the instrument as its maker says.';
const common = {
  family: 'woodwind',
  staffLines: 5,
  clef: 'treble',
  sound: 'sustained',
  playsChords: false,
  caution,
} as const;

export const WOODWIND: readonly Instrument[] = [
  {
    ...common,
    id: 'flute',
    name: 'Flute',
    transpositionSemitones: 0,
    ranges: { 1: ['F4', 'F5'], 2: ['D4', 'Bb5'], 3: ['C4', 'D6'] },
  },
  {
    ...common,
    id: 'oboe',
    name: 'Oboe',
    transpositionSemitones: 0,
    ranges: { 1: ['D4', 'D5'], 2: ['C4', 'G5'], 3: ['Bb3', 'C6'] },
  },
  {
    ...common,
    id: 'clarinet',
    name: 'Clarinet in B♭',
    transpositionSemitones: -2,
    ranges: { 1: ['A3', 'A4'], 2: ['E3', 'Bb4'], 3: ['E3', 'C6'] },
  },
  {
    ...common,
    id: 'alto-sax',
    name: 'Alto saxophone in E♭',
    transpositionSemitones: -9,
    ranges: { 1: ['D4', 'D5'], 2: ['D4', 'A5'], 3: ['Bb3', 'D6'] },
  },
  {
    ...common,
    id: 'tenor-sax',
    name: 'Tenor saxophone in B♭',
    transpositionSemitones: -14,
    ranges: { 1: ['D4', 'D5'], 2: ['D4', 'A5'], 3: ['Bb3', 'D6'] },
  },
  {
    ...common,
    id: 'soprano-recorder',
    name: 'Soprano recorder',
    transpositionSemitones: 12,
    ranges: { 1: ['E4', 'D5'], 2: ['D4', 'E5'], 3: ['C4', 'D6'] },
  },
  {
    ...common,
    id: 'alto-recorder',
    name: 'Alto recorder',
    transpositionSemitones: 0,
    ranges: { 1: ['A4', 'G5'], 2: ['G4', 'A5'], 3: ['F4', 'G6'] },
  },
  {
    ...common,
    id: 'practice-chanter',
    name: 'Bagpipe practice chanter',
    // Its A lies about a half step above concert A, and an octave below the pipes the notes are written for.
    transpositionSemitones: -11,
    // Common practice: makers' chanters lie from a little to one and a half half steps above concert pitch.
    tuningRangeCents: [-80, 65],
    ranges: { 1: ['A4', 'E5'], 2: ['G4', 'A5'], 3: ['G4', 'A5'] },
    onlyNotes: ['G4', 'A4', 'B4', 'C#5', 'D5', 'E5', 'F#5', 'G5', 'A5'],
  },
];
