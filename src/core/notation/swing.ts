import { add, compare, isCompound, type Rational, rational, subtract, toNumber, ZERO } from '../time';
import type { Line, Part } from './line';
import { placedEvents } from './placed-events';
import { voicesOf } from './score';
import { timedMeasures } from './timed-measures';
import { measureOffset } from './written-notes';

const SWUNG = /\b(swing|swung|shuffle)\b/i;
const STRAIGHT = /\bstraight( eighths| quavers)?\b/i;

/** Whether words ask for swung eighths. */
export const asksForSwing = (text: string) => SWUNG.test(text) && !STRAIGHT.test(text);
/** Whether words ask for even eighths again. */
export const asksForStraight = (text: string) => STRAIGHT.test(text);

/** The long one of two swung eighths, as share of the beat: two thirds, as in a triplet. Common practice; players vary it with the tempo. */
const LONG_SHARE = 2 / 3;
const SAME_PLACE_QUARTERS = 1e-6;

/** Places of a line in quarter notes from its start, as written ↔ as played where eighths are swung. */
export interface Swing {
  played(quarters: number): number;
  written(quarters: number): number;
}

const EVEN: Swing = { played: (quarters) => quarters, written: (quarters) => quarters };

/**
 * Which eighths are swung, told by the words over the staff: from "Swing" on until "straight". Only beats of two eighths are; a beat with
 * a triplet, sixteenths or a dot is played as it is written, and so is everything where the beat is no quarter.
 * @example swingOf(line).played(1.5) // 1.6666666666666665 where the second beat is two swung eighths
 */
export function swingOf(line: Line): Swing {
  if (!hasSwing(line.part)) return EVEN;
  const beats = swungBeats(line);
  const map = (quarters: number, from: number, to: number) => {
    const start = beats.findLast((beat) => beat <= quarters + SAME_PLACE_QUARTERS);
    const inBeat = start === undefined ? 1 : quarters - start;
    if (start === undefined || inBeat >= 1) return quarters;
    return start + (inBeat < from ? (inBeat * to) / from : to + ((inBeat - from) * (1 - to)) / (1 - from));
  };
  return {
    played: (quarters) => map(quarters, 1 / 2, LONG_SHARE),
    written: (quarters) => map(quarters, LONG_SHARE, 1 / 2),
  };
}

/** Whether any of its eighths may be swung. */
export function hasSwing(part: Part): boolean {
  return wordsOf(part).flat().some(asksForSwing);
}

/** Words over each measure, those of the tempo at the head. */
function wordsOf({ tempo, measures }: Part): readonly (readonly string[])[] {
  return measures.map(({ directions }, index) => [
    ...(index === 0 && tempo?.words ? [tempo.words] : []),
    ...directions.flatMap((one) =>
      one.kind === 'words' ? [one.text] : one.kind === 'tempo' && one.mark.words ? [one.mark.words] : [],
    ),
  ]);
}

/** Starts of the beats that are swung, in quarters from the start of the line, in order; a pickup may begin within one. */
function swungBeats(line: Line): readonly number[] {
  const words = wordsOf(line.part);
  let isSwung = false;
  const swungAt = words.map((texts) => {
    if (texts.some(asksForSwing)) isSwung = true;
    else if (texts.some(asksForStraight)) isSwung = false;
    return isSwung;
  });
  return timedMeasures(line).flatMap(({ measure, printedIndex, onsetQuarters }) => {
    if (!swungAt[printedIndex] || isCompound(measure.meter) || measure.meter.beatType === 8) return [];
    const offset = measureOffset(measure);
    const places = voicesOf(measure).flatMap((events) => placedEvents(events, offset).map(({ at }) => at));
    const beats = [...new Set(places.map(wholeOf))].sort((a, b) => a - b);
    return beats
      .filter((beat) => isTwoEighths(places, beat))
      .map((beat) => toNumber(add(onsetQuarters, subtract(rational(beat), offset))));
  });
}

const wholeOf = (place: Rational) => Math.floor(toNumber(place));

/** Something begins half-way, and nothing elsewhere within the beat. */
function isTwoEighths(places: readonly Rational[], beat: number): boolean {
  const inside = places
    .map((place) => subtract(place, rational(beat)))
    .filter((place) => compare(place, ZERO) > 0 && compare(place, rational(1)) < 0);
  return inside.length > 0 && inside.every((place) => compare(place, rational(1, 2)) === 0);
}
