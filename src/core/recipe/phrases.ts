import type { Random } from '../base';
import type { Recipe } from './recipe';
import { lastNoteLength, pulseOf, type Rhythm } from './rhythms';

/** A chord by its root: a degree of the scale, from 0. */
export type Chord = 0 | 3 | 4 | 5;

/** A measure to be filled with notes. */
export interface Frame {
  readonly rhythm: Rhythm;
  readonly chord: Chord;
  /** It ends a phrase: open, or closed. */
  readonly ends: 'open' | 'closed' | undefined;
}

/** Which measures of a phrase share their rhythm; the last one is the cadence. Common practice: what comes back can be kept in mind. */
const PATTERNS = ['abac', 'aabc', 'abbc'] as const;

/**
 * The measures of a line: phrases of four (of two in a line of four), by turns open and closed, with a rhythm that comes back, and a long note at
 * each end. The harmony leads from the tonic to the dominant where a phrase is open, and home where it is closed. General theory: the period.
 */
export function framesOf(
  { measures, level, meter, often }: Recipe,
  rhythms: readonly Rhythm[],
  random: Random,
): readonly Frame[] {
  const size = measures === 4 ? 2 : 4;
  const phrases = measures / size;
  const { beats, length } = pulseOf(meter);
  const cadences = longestEnding(rhythms, beats * length);
  const pick = () => pickRhythm(rhythms, often.rhythms, level, random);
  let first: readonly Rhythm[] = [];
  return Array.from({ length: phrases }, (_, phrase): readonly Frame[] => {
    // The answer takes up the rhythm of the question.
    const pattern = random.pick(PATTERNS);
    const letters = new Map<string, Rhythm>();
    const own = Array.from({ length: size }, (__, place): Rhythm => {
      if (place === size - 1) return random.pick(cadences);
      if (phrase % 2 === 1) return first[place]!;
      const letter = size === 2 ? 'a' : pattern[place]!;
      const known = letters.get(letter) ?? pick();
      letters.set(letter, known);
      return known;
    });
    if (phrase % 2 === 0) first = own;
    const ends = phrase === phrases - 1 || phrase % 2 === 1 ? 'closed' : 'open';
    return own.map((rhythm, place) => ({
      rhythm,
      chord: chordAt(place, size, ends, random),
      ends: place === size - 1 ? ends : undefined,
    }));
  }).flat();
}

function chordAt(place: number, size: number, ends: 'open' | 'closed', random: Random): Chord {
  if (place === size - 1) return ends === 'closed' ? 0 : 4;
  if (place === 0) return 0;
  if (place === size - 2) return ends === 'closed' ? 4 : random.pick([3, 0]);
  return random.pick([0, 3, 5]);
}

/** Those that end with a note of at least half a measure; where the values do not allow it, with the longest note there is. */
function longestEnding(rhythms: readonly Rhythm[], measureLength: number): readonly Rhythm[] {
  const longest = Math.max(...rhythms.map(lastNoteLength));
  const wanted = Math.min(longest, measureLength / 2);
  return rhythms.filter(
    (rhythm) => lastNoteLength(rhythm) >= wanted && rhythm.every(({ kind }) => kind === 'note'),
  );
}

/** So much likelier is what should come often. */
const OFTEN = 8;

function pickRhythm(
  rhythms: readonly Rhythm[],
  wanted: readonly string[],
  level: number,
  random: Random,
): Rhythm {
  const weights = rhythms.map((rhythm) => {
    const often = wanted.includes(rhythmCode(rhythm)) ? OFTEN : 1;
    // One long note is no motive, and beginners want few.
    const size = rhythm.length === 1 ? 0.25 : level === 1 ? 1 / rhythm.length : 1;
    return often * size;
  });
  return rhythms[pickIndex(weights, random)]!;
}

/** By chance, the heavier the likelier. */
export function pickIndex(weights: readonly number[], random: Random): number {
  let left = random.uniform(
    0,
    weights.reduce((sum, weight) => sum + weight, 0),
  );
  const index = weights.findIndex((weight) => {
    left -= weight;
    return left < 0;
  });
  return index < 0 ? weights.length - 1 : index;
}

/** A rhythm in one text, rests with a dash before them: `quarter quarter half`. */
export const rhythmCode = (rhythm: Rhythm): string =>
  rhythm.map(({ kind, value }) => `${kind === 'rest' ? '-' : ''}${value}`).join(' ');
