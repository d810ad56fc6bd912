// Common practice: a child's comfortable singing range; struck sounds have no pitch.
import type { Instrument } from './instrument';

export const VOICE_AND_PERCUSSION: readonly Instrument[] = [
  {
    id: 'voice',
    name: 'Voice',
    family: 'voice',
    transpositionSemitones: 0,
    beginnerRange: [57, 81],
    sound: 'sustained',
    caution: 'Throat scratchy? Stop, drink some water and rest your voice.',
  },
  {
    id: 'clap',
    name: 'Clapping',
    family: 'percussion',
    transpositionSemitones: 0,
    beginnerRange: undefined,
    sound: 'struck',
    caution: 'Clap with loose hands, no louder than you need.',
  },
  {
    id: 'snare',
    name: 'Snare drum',
    family: 'percussion',
    transpositionSemitones: 0,
    beginnerRange: undefined,
    sound: 'struck',
    caution: 'Start fast strokes slowly, one hand at a time, and protect your ears.',
  },
];
