import { withArticle } from '../study';
import { type NoteValue, valueName } from '../time';
import type { DrillKind } from './question';

export const QUESTIONS: Readonly<Record<DrillKind, string>> = {
  name: 'What is the ringed note called?',
  beats: 'How many beats is it worth?',
  direction: 'From the first ringed note to the second: which way?',
};

const WORDS: Readonly<Record<DrillKind, (rest: readonly string[]) => string>> = {
  name: ([clef, pitch]) => `the note ${pitch} in the ${clef} clef`,
  beats: ([kind, value, meter]) => `how long ${withArticle(sayValue(value!))} ${kind} is in ${meter}`,
  direction: ([way, steps]) => (way === 'the' ? 'a repeated note' : `going ${way} by ${steps}`),
};

/** @param value as an item has it: `quarter.` with its dots. */
function sayValue(value: string): string {
  const base = value.replaceAll('.', '') as NoteValue['base'];
  return valueName({ base, dots: (value.length - base.length) as NoteValue['dots'] });
}

/** What an item is about, for a teacher: `the note F♯4 in the treble clef`. */
export function sayItem(item: string): string {
  const [kind, ...rest] = item.split(' ');
  return WORDS[kind as DrillKind](rest);
}
