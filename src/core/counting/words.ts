// Common practice: a word for each beat, with as many syllables as the beat has equal parts. A part on which nothing
// begins is held through, so that "light (house kee) per" is told from "lan tern". The words are the class's own.
import { multiply, rational, toNumber } from '../time';
import type { CountedEvent, Segment } from './counted-beat';
import type { CountingSchool } from './school';
import { SILENCE } from './silence';
import { type WordList, wordFor, writeWord } from './word-list';

export const WORDS: CountingSchool = {
  id: 'words',
  name: 'Words by syllables',
  example: 'boat, lan-tern, light-house-kee-per',
  heldAs: 'brackets',
  countsEighths: false,
  say(counted, _, words) {
    const long = longWord(counted, words);
    if (long) return { start: writeWord(long), held: [] };
    const [first, ...held] = counted.segments;
    if (counted.event.kind === 'rest' && first.partsOfBeat === 1)
      return { start: SILENCE, held: held.map(() => SILENCE) };
    const [start, ...heldInBeat] = syllables(first, words);
    return { start: start!, held: [...heldInBeat, ...held.flatMap((segment) => heldOn(segment, words))] };
  },
};

/** A note that fills whole beats is said with a word of its own. */
function longWord({ event, startsOnBeat, lengthBeats }: CountedEvent, { long }: WordList) {
  if (event.kind === 'rest' || event.tiedFromPrevious || !startsOnBeat) return undefined;
  return lengthBeats.denominator === 1 ? long[toNumber(lengthBeats) - 2] : undefined;
}

/** At least one: of the part on which it begins, and of those through which it lasts. */
function syllables({ from, to, partsOfBeat }: Segment, words: WordList): readonly string[] {
  const inParts = (place: typeof from) => toNumber(multiply(place, rational(partsOfBeat)));
  return wordFor(partsOfBeat, words).slice(inParts(from), Math.ceil(inParts(to)));
}

/** A beat that is only held is hummed on; where it is shared, the held part takes its syllables. */
function heldOn(segment: Segment, words: WordList): readonly string[] {
  return segment.partsOfBeat === 1 ? ['mm'] : syllables(segment, words);
}
