import { type Part, writtenLength } from '../../notation';
import {
  compare,
  measureLength,
  type NoteValue,
  type Vocabulary,
  valueCode,
  valueLength,
  valueName,
} from '../../time';
import { around, type Question } from '../question';

/** The values that beginners know, the shortest first. */
const VALUES: readonly NoteValue[] = [
  { base: 'eighth', dots: 0 },
  { base: 'quarter', dots: 0 },
  { base: 'quarter', dots: 1 },
  { base: 'half', dots: 0 },
  { base: 'half', dots: 1 },
  { base: 'whole', dots: 0 },
];

/** Which value fills up a measure whose last note is covered. Beamed notes would show what is missing. */
export function completionsOf(part: Part, vocabulary: Vocabulary): readonly Question[] {
  return part.measures.flatMap((measure, measureIndex): Question[] => {
    const { events, meter } = measure;
    const last = events.at(-1);
    const isPlain =
      last?.kind === 'note' &&
      !last.tiedFromPrevious &&
      !last.tiedToNext &&
      last.value.tuplet === undefined &&
      compare(valueLength(last.value), valueLength({ base: 'quarter', dots: 0 })) >= 0;
    if (!isPlain || events.length < 2 || measure.otherVoices.length > 0) return [];
    if (compare(writtenLength(measure), measureLength(meter)) !== 0) return [];
    const names = VALUES.map((value) => valueName(value, vocabulary));
    const answer = valueName(last.value, vocabulary);
    if (!names.includes(answer)) return [];
    return [
      {
        item: `complete ${meter.beats}/${meter.beatType} ${valueCode(last.value)}`,
        kind: 'complete',
        eventIds: [last.id],
        measureIndex,
        answer,
        choices: around(names, answer),
      },
    ];
  });
}
