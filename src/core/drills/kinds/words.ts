import { type Line, newMeasure, newNote, type Part } from '../../notation';
import { type Spelling, type Step, staffPlace } from '../../pitch';
import { melodyOf } from '../../study';
import { around, type Question } from '../question';

/** English words of the letters of the notes, short and long ones by turns. Common words, from memory. */
const WORDS = [
  ...[
    'BAG',
    'CAGE',
    'BED',
    'FACE',
    'EGG',
    'BADGE',
    'CAB',
    'DEAF',
    'ADD',
    'EDGE',
    'BEE',
    'CAFE',
    'DAD',
    'FADE',
  ],
  ...['ACE', 'BEAD', 'AGE', 'FEED', 'GAB', 'AGED', 'FED', 'BEEF', 'DAB', 'DEED', 'BEG', 'FACADE', 'CABBAGE'],
] as const;

/** A word as notes: a line of its own, with what is asked of it. */
export interface WordQuestion {
  readonly line: Line;
  readonly question: Question;
}

/** Words that the notes of a part can spell, each in the clef and range of what its player reads. */
export function wordsOfPart(part: Part): readonly WordQuestion[] {
  const read = melodyOf(part).filter(({ isPitched }) => isPitched);
  const { clef } = part.measures[0]!;
  if (clef === 'percussion' || read.length === 0) return [];
  const places = read.map(({ spelling }) => staffPlace(spelling));
  const [lowest, highest] = [Math.min(...places), Math.max(...places)];
  const spellable = WORDS.filter((word) => spelled(word, lowest, highest));
  return spellable.map((word) => ({
    line: wordLine(part, word, spelled(word, lowest, highest)!),
    question: {
      item: `word ${clef} ${word}`,
      kind: 'word',
      eventIds: [],
      measureIndex: 0,
      answer: word,
      choices: around(
        // Words of other lengths would be ruled out by counting.
        WORDS.filter(({ length }) => Math.abs(length - word.length) <= (word.length > 4 ? 2 : 0)),
        word,
      ),
    },
  }));
}

/** Each letter as near to the one before as the range allows; undefined where one is not in it. */
function spelled(word: string, lowest: number, highest: number): readonly Spelling[] | undefined {
  let last = Math.round((lowest + highest) / 2);
  const notes: Spelling[] = [];
  for (const letter of word) {
    const step = letter as Step;
    const octaves = Array.from({ length: 10 }, (_, octave): Spelling => ({ step, alter: 0, octave }));
    const [nearest] = octaves
      .filter((one) => staffPlace(one) >= lowest && staffPlace(one) <= highest)
      .toSorted((a, b) => Math.abs(staffPlace(a) - last) - Math.abs(staffPlace(b) - last));
    if (!nearest) return undefined;
    notes.push(nearest);
    last = staffPlace(nearest);
  }
  return notes;
}

/** One measure, a beat for each letter. */
function wordLine(part: Part, word: string, notes: readonly Spelling[]): Line {
  const { clef } = part.measures[0]!;
  const events = notes.map((spelling, index) =>
    newNote(`w${index + 1}`, { base: 'quarter', dots: 0 }, { kind: 'pitched', spelling }),
  );
  const meter = { beats: word.length, beatType: 4 } as const;
  return {
    title: word,
    part: {
      ...part,
      name: '',
      tempo: undefined,
      measures: [newMeasure(1, { meter, keyFifths: 0, clef }, events)],
    },
  };
}
