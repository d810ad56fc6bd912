import { keyAlteration } from './key';
import { pitchName, type Spelling, STEPS, type Step } from './spelling';

export const MODES = ['major', 'minor', 'dorian', 'phrygian', 'lydian', 'mixolydian'] as const;
export type Mode = (typeof MODES)[number];

/** A key by its signature and its mode. */
export interface Tonality {
  readonly fifths: number;
  readonly mode: Mode;
}

/** On which note of the major scale of the same signature each mode begins, from 0. Common practice. */
const DEGREE_OF_MODE: Readonly<Record<Mode, number>> = {
  major: 0,
  dorian: 1,
  phrygian: 2,
  lydian: 3,
  mixolydian: 4,
  minor: 5,
};

/** Major tonics by fifths from 7 flats to 7 sharps. Source: circle of fifths, common practice. */
const MAJOR_TONICS: readonly Step[] = [
  'C',
  'G',
  'D',
  'A',
  'E',
  'B',
  'F',
  'C',
  'G',
  'D',
  'A',
  'E',
  'B',
  'F',
  'C',
];

/** The first note of the scale, without an octave. @throws RangeError beyond seven sharps or flats. */
export function tonicOf({ fifths, mode }: Tonality): Pick<Spelling, 'step' | 'alter'> {
  const major = MAJOR_TONICS[fifths + 7];
  if (!major) throw new RangeError(`a key has at most 7 sharps or flats, got ${fifths}`);
  const step = STEPS[(STEPS.indexOf(major) + DEGREE_OF_MODE[mode]) % 7]!;
  return { step, alter: keyAlteration(step, fifths) };
}

/** `G major`, `E minor`. */
export function tonalityName(tonality: Tonality): string {
  return `${pitchName({ ...tonicOf(tonality), octave: 4 })} ${tonality.mode}`;
}

// Movable do; natural minor goes la ti do re mi fa sol la. Common practice, as are the chromatic syllables.
const SYLLABLES = ['do', 're', 'mi', 'fa', 'sol', 'la', 'ti'] as const;
const RAISED = ['di', 'ri', 'mi', 'fi', 'si', 'li', 'ti'] as const;
const LOWERED = ['do', 'ra', 'me', 'fa', 'se', 'le', 'te'] as const;

/** The movable-do syllable of a note, with la for minor: do is the major tonic of the key signature. */
export function solfaSyllable({ step, alter }: Pick<Spelling, 'step' | 'alter'>, fifths: number): string {
  const tonic = tonicOf({ fifths, mode: 'major' }).step;
  const degree = (STEPS.indexOf(step) - STEPS.indexOf(tonic) + 7) % 7;
  const raised = alter - keyAlteration(step, fifths);
  return (raised > 0 ? RAISED : raised < 0 ? LOWERED : SYLLABLES)[degree]!;
}
