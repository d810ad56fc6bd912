// Common practice: a word for each beat, with as many syllables as the beat has notes. The words are the class's own.
import { toNumber } from '../time';
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
    if (counted.event.kind === 'rest' && first.placesInBeat === 1)
      return { start: SILENCE, held: held.map(() => SILENCE) };
    return { start: syllable(first, words), held: held.map((segment) => heldSyllable(segment, words)) };
  },
};

/** A note that fills whole beats is said with a word of its own. */
function longWord({ event, startsOnBeat, lengthBeats }: CountedEvent, { long }: WordList) {
  if (event.kind === 'rest' || event.tiedFromPrevious || !startsOnBeat) return undefined;
  return lengthBeats.denominator === 1 ? long[toNumber(lengthBeats) - 2] : undefined;
}

function syllable({ place, placesInBeat }: Segment, words: WordList): string {
  const word = wordFor(placesInBeat, words);
  return word[place] ?? '';
}

/** A beat that is only held is hummed on; where it is shared, the held part takes its syllable. */
function heldSyllable(segment: Segment, words: WordList): string {
  return segment.placesInBeat === 1 ? 'mm' : syllable(segment, words);
}
