import { capital } from '../../base';
import { pitchName } from '../../pitch';
import { contentName, contentsOf } from '../contents';
import { type HardSpot, type Looking, spotAt } from './hard-spot';

const WEIGHT = 2;

/** What a student has not met in the lines of the book before: notes and signs. */
export function novelties({ part, melody, known, vocabulary, words }: Looking): HardSpot[] {
  if (!known) return [];
  const met = new Set(known.pitches);
  const notes = melody.flatMap((one) => {
    if (!one.isPitched || met.has(one.midi)) return [];
    met.add(one.midi);
    const text = `${capital(words.one(one.measureIndex))}: ${pitchName(one.spelling)} for the first time in this book.`;
    return [spotAt('first-time', [one], WEIGHT, text)];
  });
  const signs = contentsOf(part)
    .filter((content) => !known.contents.has(content))
    .map((content): HardSpot => {
      const index = part.measures.findIndex((measure) =>
        contentsOf({ ...part, measures: [measure] }).includes(content),
      );
      return {
        kind: 'first-time',
        measureIndexes: [index],
        eventIds: [],
        weight: WEIGHT,
        sentence: `${capital(words.one(index))}: ${contentName(content, vocabulary)} for the first time in this book.`,
      };
    });
  return [...notes, ...signs];
}
