import { equals } from '../time';
import type { Line, LineEvent, Measure, Part, Score } from './line';
import { writtenLength } from './written-length';

/** What a player of one of its parts reads. */
export function lineOfPart(score: Score, part: Part): Line {
  return { title: score.title, part };
}

/** More would only be loud. */
const MOST_OTHERS = 3;

/** The same with what others play against it; those who play the same rhythm are no others. */
export function lineWithOthers(score: Score, part: Part): Line {
  const others = score.parts
    .filter(
      (other) =>
        other !== part && !sharesRhythm(other, part) && measuresDifference(other, part) === undefined,
    )
    .slice(0, MOST_OTHERS);
  return { ...lineOfPart(score, part), ...(others.length > 0 && { others }) };
}

/** The lead part on the stand. */
export function leadLine(score: Score): Line {
  return lineOfPart(score, score.parts[0]!);
}

/** The voices of a measure, the first one at the head. */
export function voicesOf(measure: Measure): readonly (readonly LineEvent[])[] {
  return [measure.events, ...measure.otherVoices.map(({ events }) => events)];
}

/** How many voices a part has where it has most. */
export function voiceCountOf(part: Part): number {
  return 1 + Math.max(0, ...part.measures.map(({ otherVoices }) => otherVoices.length));
}

/** All events of a measure, of every voice. */
export function eventsOfMeasure(measure: Measure): readonly LineEvent[] {
  return voicesOf(measure).flat();
}

export function partHasNotes(part: Part): boolean {
  return part.measures.some((measure) => eventsOfMeasure(measure).some((event) => event.kind === 'note'));
}

/** Whether two parts sound at the same times, as one that was made from the other does. */
export function sharesRhythm(a: Part, b: Part): boolean {
  return firstDifference(a, b, (one, other) => sameRhythm(one.events, other.events)) === undefined;
}

/**
 * Index of the first measure in which two parts are not counted together: other meters, repeats, endings or jumps. Their notes and
 * rhythms may differ as they like: a duet, a trio. Undefined when there is none.
 */
export const measuresDifference = (a: Part, b: Part): number | undefined =>
  firstDifference(a, b, isCountedTogether);

function firstDifference(
  a: Part,
  b: Part,
  areAlike: (one: Measure, other: Measure) => boolean,
): number | undefined {
  const count = Math.max(a.measures.length, b.measures.length);
  for (let index = 0; index < count; index++) {
    const [one, other] = [a.measures[index], b.measures[index]];
    if (!one || !other || !areAlike(one, other)) return index;
  }
  return undefined;
}

function isCountedTogether(one: Measure, other: Measure): boolean {
  const frame = ({ number, meter, repeatStart, repeatPlays, endingPasses, landmarks, jump }: Measure) =>
    JSON.stringify([number, meter, repeatStart, repeatPlays, endingPasses, landmarks ?? [], jump ?? null]);
  return frame(one) === frame(other) && equals(writtenLength(one), writtenLength(other));
}

function sameRhythm(a: readonly LineEvent[], b: readonly LineEvent[]): boolean {
  return (
    a.length === b.length &&
    a.every((event, index) => {
      const other = b[index]!;
      return (
        event.kind === other.kind &&
        equals(event.quarters, other.quarters) &&
        (event.kind === 'rest' ||
          (other.kind === 'note' && event.tiedFromPrevious === other.tiedFromPrevious))
      );
    })
  );
}
