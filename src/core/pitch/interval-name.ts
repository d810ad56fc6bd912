import { staffPlace } from './interval';
import { type Spelling, spellingToMidi } from './spelling';

/** Semitones of the major or perfect intervals from a unison to a seventh. Common practice. */
const USUAL_SEMITONES = [0, 2, 4, 5, 7, 9, 11] as const;
const NUMBER_NAMES = ['unison', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh'] as const;
const PERFECT = [0, 3, 4];

/** `perfect fifth`, `minor third`, `octave`; from an octave on the name within it and how many octaves more. */
export function intervalName(from: Spelling, to: Spelling): string {
  const [low, high] = ordered(from, to);
  const steps = staffPlace(high) - staffPlace(low);
  const octaves = Math.floor(steps / 7);
  const inside = steps % 7;
  const excess = spellingToMidi(high) - spellingToMidi(low) - 12 * octaves - USUAL_SEMITONES[inside]!;
  const quality = PERFECT.includes(inside) ? perfectQuality(excess) : majorQuality(excess);
  if (inside === 0 && excess === 0)
    return octaves === 0 ? 'unison' : octaves === 1 ? 'octave' : 'two octaves';
  const name = `${quality} ${NUMBER_NAMES[inside]}`;
  return octaves === 0 ? name : `octave and a ${name}`;
}

/** The name of so many lines and spaces: 1 is a second, 7 an octave. */
export function stepsName(steps: number): string {
  const count = Math.abs(steps);
  if (count === 7) return 'octave';
  return count < 7 ? NUMBER_NAMES[count]! : `octave and a ${NUMBER_NAMES[count % 7]}`;
}

function ordered(a: Spelling, b: Spelling): readonly [Spelling, Spelling] {
  const difference = staffPlace(b) - staffPlace(a) || spellingToMidi(b) - spellingToMidi(a);
  return difference >= 0 ? [a, b] : [b, a];
}

function perfectQuality(excess: number): string {
  if (excess === 0) return 'perfect';
  return excess > 0 ? 'augmented' : 'diminished';
}

function majorQuality(excess: number): string {
  if (excess === 0) return 'major';
  if (excess === -1) return 'minor';
  return excess > 0 ? 'augmented' : 'diminished';
}
