import { maybeInstrument } from '../instruments';
import { withArticle } from '../study';
import { type Vocabulary, valueName, valueOfCode, wordsOf } from '../time';
import type { DrillKind } from './question';
import { sayRhythm } from './rhythm-code';

/** What is asked. */
export function askOf(kind: DrillKind, vocabulary: Vocabulary): string {
  const { measure } = wordsOf(vocabulary);
  switch (kind) {
    case 'name':
      return 'What is the ringed note called?';
    case 'word':
      return 'Which word do these notes spell?';
    case 'fingering':
      return 'How is the ringed note fingered?';
    case 'beats':
      return 'How many beats is it worth?';
    case 'complete':
      return `Which note completes the ${measure}?`;
    case 'direction':
      return 'From the first ringed note to the second: which way?';
    case 'key':
      return 'Which major key has this signature?';
    case 'heard':
      return `Which ${measure} do you hear?`;
    case 'clap':
      return `Clap this ${measure} after the count.`;
  }
}

type Sayer = (rest: readonly string[], vocabulary: Vocabulary) => string;

const WORDS: Readonly<Record<DrillKind, Sayer>> = {
  name: ([clef, pitch]) => `the note ${pitch} in the ${clef} clef`,
  word: ([clef, word]) => `the notes of ${word} in the ${clef} clef`,
  fingering: ([id, pitch]) => `the fingering of ${pitch}${ofInstrument(id!)}`,
  beats: ([kind, value, meter], vocabulary) =>
    `how long ${withArticle(valueName(valueOfCode(value!), vocabulary))} ${kind} is in ${meter}`,
  complete: ([meter, value], vocabulary) =>
    `that ${withArticle(valueName(valueOfCode(value!), vocabulary))} completes ${meter}`,
  direction: ([way, steps]) => (way === 'the' ? 'a repeated note' : `going ${way} by ${steps}`),
  key: ([key]) => `the signature of ${key} major`,
  heard: ([meter, ...rhythm], vocabulary) => `hearing ${sayRhythm(rhythm, vocabulary)} in ${meter}`,
  clap: ([meter, ...rhythm], vocabulary) => `clapping ${sayRhythm(rhythm, vocabulary)} in ${meter}`,
};

function ofInstrument(id: string): string {
  const name = maybeInstrument(id)?.name;
  return name === undefined ? '' : ` on the ${name.toLowerCase()}`;
}

/** What an item is about, for a teacher: `the note F♯4 in the treble clef`. */
export function sayItem(item: string, vocabulary: Vocabulary = 'us'): string {
  const [kind, ...rest] = item.split(' ');
  return WORDS[kind as DrillKind](rest, vocabulary);
}
