// Common practice: open strings bound the range below, first position above.
import type { Instrument } from './instrument';

const caution = 'Hands, neck or shoulder hurting? Stop, shake out and rest; tell your teacher if it stays.';
const common = { family: 'strings', staffLines: 5, caution, playsChords: true } as const;

export const STRINGS: readonly Instrument[] = [
  {
    ...common,
    id: 'violin',
    name: 'Violin',
    clef: 'treble',
    transpositionSemitones: 0,
    ranges: { 1: ['D4', 'D5'], 2: ['A3', 'A5'], 3: ['G3', 'B5'] },
    sound: 'sustained',
  },
  {
    ...common,
    id: 'viola',
    name: 'Viola',
    clef: 'alto',
    transpositionSemitones: 0,
    ranges: { 1: ['G3', 'G4'], 2: ['D3', 'D5'], 3: ['C3', 'E5'] },
    sound: 'sustained',
  },
  {
    ...common,
    id: 'cello',
    name: 'Cello',
    clef: 'bass',
    transpositionSemitones: 0,
    ranges: { 1: ['D3', 'D4'], 2: ['G2', 'D4'], 3: ['C2', 'D4'] },
    sound: 'sustained',
  },
  {
    ...common,
    id: 'double-bass',
    name: 'Double bass',
    clef: 'bass',
    transpositionSemitones: -12,
    ranges: { 1: ['A2', 'A3'], 2: ['G2', 'B3'], 3: ['E2', 'D4'] },
    sound: 'sustained',
  },
  {
    ...common,
    id: 'guitar',
    name: 'Guitar',
    clef: 'treble',
    transpositionSemitones: -12,
    ranges: { 1: ['G4', 'G5'], 2: ['A3', 'G5'], 3: ['E3', 'G5'] },
    sound: 'plucked',
  },
  {
    ...common,
    id: 'ukulele',
    name: 'Ukulele',
    clef: 'treble',
    transpositionSemitones: 0,
    ranges: { 1: ['C4', 'C5'], 2: ['C4', 'E5'], 3: ['C4', 'A5'] },
    sound: 'plucked',
  },
  {
    ...common,
    id: 'harp',
    name: 'Harp',
    clef: 'treble',
    transpositionSemitones: 0,
    ranges: { 1: ['C4', 'C5'], 2: ['G3', 'G5'], 3: ['C3', 'C6'] },
    sound: 'plucked',
  },
];
