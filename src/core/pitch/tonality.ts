import { keyAlteration } from './key';
import { pitchName, type Spelling, STEPS, type Step } from './spelling';

/** A key by its signature and its mode. */
export interface Tonality {
  readonly fifths: number;
  readonly mode: 'major' | 'minor';
}

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
  // The relative minor begins on the sixth note of the major scale.
  const step = mode === 'major' ? major : STEPS[(STEPS.indexOf(major) + 5) % 7]!;
  return { step, alter: keyAlteration(step, fifths) };
}

/** `G major`, `E minor`. */
export function tonalityName(tonality: Tonality): string {
  return `${pitchName({ ...tonicOf(tonality), octave: 4 })} ${tonality.mode}`;
}

/** Minor when the line ends on the tonic of the relative minor, else major. @param last its last pitch. */
export function tonalityEndingOn(fifths: number, last: Spelling | undefined): Tonality {
  const minor = tonicOf({ fifths, mode: 'minor' });
  const isMinor = last?.step === minor.step && last.alter === minor.alter;
  return { fifths, mode: isMinor ? 'minor' : 'major' };
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
