import { keyAlteration } from './key';
import { type Spelling, STEPS, spellingToMidi } from './spelling';

const LETTERS_BY_FIFTHS = ['F', 'C', 'G', 'D', 'A', 'E', 'B'] as const;

/** Place on the line of fifths: C = 0, G = 1, F = −1, B♭ = −2. */
export function fifthsOf({ step, alter }: Pick<Spelling, 'step' | 'alter'>): number {
  return LETTERS_BY_FIFTHS.indexOf(step) - 1 + 7 * alter;
}

/** The shortest move along the line of fifths that is `semitones` up, −5…6: a whole step up is 2. */
export function fifthsOfInterval(semitones: number): number {
  return foldFifths(7 * semitones, -5);
}

/** Another name for the same sound, 12 fifths away, that lies in `lowest`…`lowest` + 11. */
export function foldFifths(fifths: number, lowest: number): number {
  return lowest + ((((fifths - lowest) % 12) + 12) % 12);
}

/**
 * The pitch `semitones` higher, spelled as far along the line of fifths as its key moves.
 * @param fifths must be a spelling of the interval: 7 · semitones modulo 12.
 * @throws RangeError otherwise.
 */
export function transposeSpelling(spelling: Spelling, semitones: number, fifths: number): Spelling {
  if ((((7 * semitones - fifths) % 12) + 12) % 12 !== 0)
    throw new RangeError(`${fifths} fifths must spell ${semitones} semitones`);
  let place = fifthsOf(spelling) + fifths;
  // Beyond double accidentals the other name of the sound is easier.
  if (place > 19) place -= 12;
  if (place < -15) place += 12;
  const step = LETTERS_BY_FIFTHS[(((place + 1) % 7) + 7) % 7]!;
  const alter = Math.floor((place + 1) / 7) as Spelling['alter'];
  const midi = spellingToMidi(spelling) + semitones;
  return { step, alter, octave: Math.floor((midi - alter) / 12) - 1 };
}

/** Lines and spaces above C0. */
export function staffPlace({ step, octave }: Pick<Spelling, 'step' | 'octave'>): number {
  return 7 * octave + STEPS.indexOf(step);
}

/** The note `steps` lines and spaces higher, as the key signature has it. */
export function moveBySteps(spelling: Spelling, steps: number, keyFifths: number): Spelling {
  const place = staffPlace(spelling) + steps;
  const moved = STEPS[((place % 7) + 7) % 7]!;
  return { step: moved, alter: keyAlteration(moved, keyFifths), octave: Math.floor(place / 7) };
}
