import { isPitchedNote, type Note, type Part } from '../notation';
import { pitchName, STEPS, type Step, staffPlace } from '../pitch';
import { melodyOf } from '../study';
import { compare, divide, type Meter, type Rational, rational, toMixedNumber, valueLength } from '../time';

/** What is asked of written notes. */
export const DRILL_KINDS = ['name', 'beats', 'direction'] as const;
export type DrillKind = (typeof DRILL_KINDS)[number];

/** Something to be read off a line, with its answer. */
export interface Question {
  /** What is practised by it: equal for every question about the same thing, wherever it stands. */
  readonly item: string;
  readonly kind: DrillKind;
  /** The printed notes that are asked about, in order. */
  readonly eventIds: readonly string[];
  readonly answer: string;
  /** In an order of their own, the answer among them. */
  readonly choices: readonly string[];
}

/** Of the beats that beginners meet. */
const BEATS = [rational(1, 2), rational(1), rational(3, 2), rational(2), rational(3), rational(4)] as const;
const DIRECTIONS = ['up', 'down', 'the same'] as const;
const MOST_CHOICES = 4;

/** Everything that can be asked of a part, the same thing once for each place where it stands. */
export function questionsOf(part: Part): readonly Question[] {
  return [...namesOf(part), ...beatsOf(part), ...directionsOf(part)];
}

function namesOf(part: Part): readonly Question[] {
  const named = melodyOf(part).filter(({ isPitched }) => isPitched);
  const names = [...new Set([...STEPS, ...named.map(({ spelling }) => pitchName(spelling))])].toSorted(
    byLetter,
  );
  return named.map(({ note, measureIndex, spelling }): Question => {
    const { clef } = part.measures[measureIndex]!;
    const answer = pitchName(spelling);
    return {
      item: `name ${clef} ${answer}${spelling.octave}`,
      kind: 'name',
      eventIds: [note.id],
      answer,
      choices: around(names, answer),
    };
  });
}

function beatsOf(part: Part): readonly Question[] {
  return part.measures.flatMap(({ events, meter }) =>
    events.flatMap((event): Question[] => {
      // What is tied is worth more than it looks; that is asked by the look-over.
      if (event.kind === 'rest' ? event.fillsMeasure : event.tiedToNext || event.tiedFromPrevious) return [];
      const beats = beatsOfValue(event.value, meter);
      const answer = toMixedNumber(beats);
      const sign = `${event.kind} ${event.value.base}${'.'.repeat(event.value.dots)}`;
      const choices = [...new Set([...BEATS, beats].toSorted(compare).map(toMixedNumber))];
      return [
        {
          item: `beats ${sign} ${meter.beats}/${meter.beatType}`,
          kind: 'beats',
          eventIds: [event.id],
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

function directionsOf(part: Part): readonly Question[] {
  const melody = melodyOf(part).filter(({ note }) => isPitchedNote(note));
  return melody.slice(1).flatMap((after, index): Question[] => {
    const before = melody[index]!;
    if (after.measureIndex !== before.measureIndex) return [];
    const steps = staffPlace(after.spelling) - staffPlace(before.spelling);
    const answer = steps === 0 ? 'the same' : steps > 0 ? 'up' : 'down';
    return [
      {
        item: `direction ${answer} ${Math.abs(steps)}`,
        kind: 'direction',
        eventIds: [before.note.id, after.note.id],
        answer,
        choices: DIRECTIONS,
      },
    ];
  });
}

const byLetter = (a: string, b: string): number => letterOf(a) - letterOf(b) || a.localeCompare(b);
const letterOf = (name: string): number => STEPS.indexOf(name[0] as Step);

/** The answer and those that are next to it: what lies far away is not mistaken for it. */
function around(all: readonly string[], answer: string): readonly string[] {
  const at = all.indexOf(answer);
  const from = Math.max(0, Math.min(at - MOST_CHOICES / 2, all.length - MOST_CHOICES));
  return all.slice(from, from + MOST_CHOICES);
}
