import { capital } from '../base';
import { type LineEvent, type Measure, type Part, placedEvents, voiceNames, voicesOf } from '../notation';
import { toNumber } from '../time';
import type { Finding } from './finding';
import { groups, mostOf } from './likeness';
import type { MeasureWords } from './measure-words';

/** A figure of the left hand is one once it comes so often. */
const FEWEST_TIMES = 3;

/**
 * How two hands go with each other: where both have the same rhythm, where they take turns, and the figure of the left hand that comes
 * again under other notes. Nothing for lines that are not on two staves.
 */
export function twoHands(
  part: Part,
  words: MeasureWords,
): Finding<'hands-together' | 'hands-in-turn' | 'left-hand-figure'>[] {
  if (voiceNames(part)[1] !== 'left hand') return [];
  const of = (test: (measure: Measure) => boolean) =>
    [...part.measures.keys()].filter((index) => test(part.measures[index]!));
  const together = of(areTogether);
  const inTurn = of(areInTurn);
  const figure = commonestFigure(part);
  return [
    ...(together.length > 0
      ? [
          {
            kind: 'hands-together' as const,
            measureIndexes: together,
            eventIds: [],
            sentence: `${capital(words.several(together))}: both hands have the same rhythm. Count once for both.`,
          },
        ]
      : []),
    ...(inTurn.length > 0
      ? [
          {
            kind: 'hands-in-turn' as const,
            measureIndexes: inTurn,
            eventIds: [],
            sentence: `${capital(words.several(inTurn))}: the hands take turns, none starts with the other. Tap it on your knees first, right and left.`,
          },
        ]
      : []),
    ...(figure
      ? [
          {
            kind: 'left-hand-figure' as const,
            measureIndexes: figure,
            eventIds: [],
            sentence: `${capital(words.several(figure))}: the left hand has the same rhythm each time. Play it alone until it goes by itself.`,
          },
        ]
      : []),
  ];
}

/** When notes begin, in quarters from the start of the measure. */
const startsOf = (events: readonly LineEvent[]): readonly number[] =>
  placedEvents(events).flatMap(({ event, at }) =>
    event.kind === 'note' && !event.tiedFromPrevious ? [toNumber(at)] : [],
  );

const bothOf = (measure: Measure) => voicesOf(measure).slice(0, 2).map(startsOf);

/** More than the one note at the beginning. */
function areTogether(measure: Measure): boolean {
  const [right = [], left = []] = bothOf(measure);
  return right.length > 1 && right.join() === left.join();
}

function areInTurn(measure: Measure): boolean {
  const [right = [], left = []] = bothOf(measure);
  return right.length > 0 && left.length > 0 && !right.some((start) => left.includes(start));
}

/** Measures in which the left hand has the rhythm that it has most, while the right one changes. */
function commonestFigure(part: Part): readonly number[] | undefined {
  const leftOf = (measure: Measure) => bothOf(measure)[1] ?? [];
  const most = mostOf(
    groups(
      part,
      (measure) => leftOf(measure).join(),
      (measure) => leftOf(measure).length >= 2,
    ),
  );
  const rights = new Set(most.map((index) => bothOf(part.measures[index]!)[0]!.join()));
  return most.length >= FEWEST_TIMES && rights.size > 1 ? most : undefined;
}
