import { keyAlteration, midiToSpelling, pitchName } from '../pitch';
import type { Line } from './line';

/** A sounding pitch as the player of a line reads it in a printed measure: `C`, `F♯`, `B♮` where the key has a flat there. */
export function readName(soundingMidi: number, { part }: Line, printedIndex: number): string {
  const { keyFifths } = part.measures[printedIndex]!;
  const spelling = midiToSpelling(soundingMidi - part.transpositionSemitones, keyFifths);
  // In a key that raises or lowers the letter, the plain one is said with its natural sign.
  const isNatural = spelling.alter === 0 && keyAlteration(spelling.step, keyFifths) !== 0;
  return `${pitchName(spelling)}${isNatural ? '♮' : ''}`;
}
