import { capital } from '../base';
import { type CountedEvent, countedBeat, countedEvents } from '../counting';
import type { Measure, Part } from '../notation';
import { add, compare, equals, rational } from '../time';
import type { Finding } from './finding';
import { rhythmKey } from './likeness';
import type { MeasureWords } from './measure-words';

/** What each thing adds to the difficulty of a rhythm. Our own weights, by what beginners stumble over. */
const POINTS = { offBeat: 1, finerThanHalf: 2, afterRest: 2, overTheBeat: 2, tied: 1.5, dotted: 1 } as const;
/** Below this nothing deserves the name. */
const TRICKY = 3;

/** How hard a measure's rhythm is to count, from 0. */
export function rhythmDifficulty(measure: Measure): number {
  const beat = countedBeat(measure.meter, 'beats');
  let points = 0;
  let previous: CountedEvent | undefined;
  let isEven = false;
  for (const counted of countedEvents(measure, beat)) {
    isEven = goesOnEvenly(counted, previous, isEven);
    if (counted.event.kind === 'note' && !isEven) points += pointsOf(counted, previous, beat.division);
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
  return points;
}

/** Whether a note goes on as the one before it, in notes of one value since the beat: even notes are no difficulty of their own. */
function goesOnEvenly(
  { event, segments, startsOnBeat, lengthBeats }: CountedEvent,
  previous: CountedEvent | undefined,
  wasEven: boolean,
): boolean {
  if (startsOnBeat || segments.length > 1 || event.kind === 'rest' || event.tiedFromPrevious) return false;
  const isAlike = previous?.event.kind === 'note' && equals(previous.lengthBeats, lengthBeats);
  return isAlike && (previous.startsOnBeat || wasEven);
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
    sentence: `${capital(words.one(first))} has the trickiest rhythm of the line: say it before you play it.${again}`,
  };
}
