import type { Note, Part } from '../../notation';
import {
  compare,
  divide,
  type Meter,
  type Rational,
  rational,
  toMixedNumber,
  valueCode,
  valueLength,
} from '../../time';
import { around, type Question } from '../question';

/** Of the beats that beginners meet. */
const BEATS = [rational(1, 2), rational(1), rational(3, 2), rational(2), rational(3), rational(4)] as const;

/** How many beats notes and rests are worth. */
export function beatsOf(part: Part): readonly Question[] {
  return part.measures.flatMap(({ events, meter }, measureIndex) =>
    events.flatMap((event): Question[] => {
      // What is tied is worth more than it looks; that is asked by the look-over.
      if (event.kind === 'rest' ? event.fillsMeasure : event.tiedToNext || event.tiedFromPrevious) return [];
      const beats = beatsOfValue(event.value, meter);
      const answer = toMixedNumber(beats);
      const choices = [...new Set([...BEATS, beats].toSorted(compare).map(toMixedNumber))];
      return [
        {
          item: `beats ${event.kind} ${valueCode(event.value)} ${meter.beats}/${meter.beatType}`,
          kind: 'beats',
          eventIds: [event.id],
          measureIndex,
          answer,
          choices: around(choices, answer),
        },
      ];
    }),
  );
}

/** In the beats that the lower number of the meter counts. */
const beatsOfValue = (value: Note['value'], { beatType }: Meter): Rational =>
  divide(valueLength(value), rational(4, beatType));
