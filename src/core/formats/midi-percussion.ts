// General MIDI percussion keys (channel 10) and the staff places beginners' drum parts use.
// Source: MIDI Manufacturers Association, General MIDI System Level 1 (1991), percussion key map; staff places: common practice.
import type { Spelling } from '../pitch';

/** Where the channel for percussion lies, counted from 0. */
export const PERCUSSION_CHANNEL = 9;

const KEYS: readonly (readonly [place: string, key: number])[] = [
  ['F4', 36], // bass drum
  ['C5', 38], // snare drum
  ['E5', 48], // high tom
  ['A4', 43], // floor tom
  ['G5', 42], // closed hi-hat
  ['D4', 44], // hi-hat by foot
  ['F5', 51], // ride cymbal
  ['A5', 49], // crash cymbal
  ['E4', 39], // hand clap
  ['B4', 37], // side stick: the one line of a hand or a drum
];

export function percussionKey({ step, octave }: Spelling): number {
  return KEYS.find(([place]) => place === `${step}${octave}`)?.[1] ?? 38;
}

export function maybePercussionPlace(key: number): Spelling | undefined {
  const place = KEYS.find(([, known]) => known === key)?.[0];
  return place === undefined
    ? undefined
    : { step: place[0] as Spelling['step'], alter: 0, octave: Number(place[1]) };
}
