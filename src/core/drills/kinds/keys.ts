import type { Part } from '../../notation';
import { around, type Question } from '../question';

/** Major keys by their signatures, from seven flats to seven sharps. Source: the circle of fifths, general theory. */
const MAJOR_KEYS = [
  ...['C♭', 'G♭', 'D♭', 'A♭', 'E♭', 'B♭', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F♯', 'C♯'],
] as const;
const C_MAJOR = 7;

/** Which major key has the signature at the head of a system. */
export function keysOf(part: Part): readonly Question[] {
  return part.measures.flatMap(({ keyFifths, clef }, measureIndex): Question[] => {
    const answer = MAJOR_KEYS[C_MAJOR + keyFifths];
    if (clef === 'percussion' || !answer) return [];
    return [
      {
        item: `key ${answer}`,
        kind: 'key',
        eventIds: [],
        measureIndex,
        answer,
        choices: around(MAJOR_KEYS, answer),
      },
    ];
  });
}
