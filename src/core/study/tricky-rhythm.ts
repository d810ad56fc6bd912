import { type CountedEvent, countedBeat, countedEvents } from '../counting';
import type { Measure, Part } from '../notation';
import { add, compare, equals, rational } from '../time';
import type { Finding } from './finding';
import { rhythmKey } from './likeness';
import { type MeasureWords, sentence } from './measure-words';

/** What each thing adds to the difficulty of a rhythm. Our own weights, by what beginners stumble over. */
const POINTS = { offBeat: 1, finerThanHalf: 2, afterRest: 2, overTheBeat: 2, tied: 1.5, dotted: 1 } as const;
/** Below this nothing deserves the name. */
const TRICKY = 3;

/** How hard a measure's rhythm is to count, from 0. */
export function rhythmDifficulty(measure: Measure): number {
  const beat = countedBeat(measure.meter, 'beats');
  let points = 0;
  let previous: CountedEvent | undefined;
  for (const counted of countedEvents(measure, beat)) {
    if (counted.event.kind === 'note') points += pointsOf(counted, previous, beat.division);
    previous = counted;
  }
  return points;
}

function pointsOf(counted: CountedEvent, previous: CountedEvent | undefined, division: 2 | 3): number {
  const { event, segments, startsOnBeat, lengthBeats } = counted;
  if (event.kind === 'rest') return 0;
  let points = 0;
  if (event.tiedFromPrevious) points += POINTS.tied;
  if (!startsOnBeat) {
    const { from } = segments[0];
    const onHalf = division === 2 ? equals(from, rational(1, 2)) : from.denominator === 3;
    points += onHalf ? POINTS.offBeat : POINTS.finerThanHalf;
    if (previous?.event.kind === 'rest') points += POINTS.afterRest;
    if (compare(add(from, lengthBeats), rational(1)) > 0) points += POINTS.overTheBeat;
  }
  // A dot is easy where it makes whole beats.
  if (event.value.dots > 0 && lengthBeats.denominator !== 1) points += POINTS.dotted;
  // Eighths that fill a beat evenly are no difficulty of their own.
  const isPlainHalf =
    !startsOnBeat &&
    previous?.startsOnBeat &&
    previous.event.kind === 'note' &&
    equals(previous.lengthBeats, lengthBeats);
  return isPlainHalf && segments.length === 1 ? Math.max(0, points - POINTS.offBeat) : points;
}

/** The hardest rhythm of a line, and every measure in which it comes back. */
export function trickiestRhythm(part: Part, words: MeasureWords): Finding<'trickiest-rhythm'> | undefined {
  const difficulties = part.measures.map(rhythmDifficulty);
  const hardest = Math.max(...difficulties);
  if (hardest < TRICKY) return undefined;
  const first = difficulties.indexOf(hardest);
  const key = rhythmKey(part.measures[first]!);
  const measureIndexes = part.measures.flatMap((measure, index) =>
    rhythmKey(measure) === key ? [index] : [],
  );
  const again =
    measureIndexes.length > 1 ? ` It comes back in ${words.several(measureIndexes.slice(1))}.` : '';
  return {
    kind: 'trickiest-rhythm',
    measureIndexes,
    eventIds: [],
    sentence: `${sentence(words.one(first))} has the trickiest rhythm of the line: say it before you play it.${again}`,
  };
}
