import type { CountedBeat, CountedEvent } from './counted-beat';
import type { WordList } from './word-list';

/** What is said on one event: where it starts, and for each further beat that it is held through. */
export interface Spoken {
  /** Empty where the school has no word: finer than its smallest part. */
  readonly start: string;
  readonly held: readonly string[];
}

/** A way of counting rhythm aloud. */
export interface CountingSchool {
  readonly id: SchoolId;
  readonly name: string;
  /** How it sounds, for somebody who has to choose: `1 & 2 &`. */
  readonly example: string;
  /** Held numbers stand in brackets; a held vowel is said on, behind a hyphen. */
  readonly heldAs: 'brackets' | 'vowels';
  /** Whether meters in threes can also be counted by their eighths. */
  readonly countsEighths: boolean;
  say(event: CountedEvent, beat: CountedBeat, words: WordList): Spoken;
}

export const SCHOOL_IDS = ['numbers-and', 'numbers-te', 'ta-titi', 'du-de', 'takadimi', 'words'] as const;
export type SchoolId = (typeof SCHOOL_IDS)[number];
