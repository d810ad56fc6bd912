import type { LineEvent, Measure } from './line';
import { eventsOfMeasure, voicesOf } from './score';

/** How a measure may be printed shorter than it is played. */
export const SHORTHANDS = ['as-before', 'rest-goes-on'] as const;

/** Whether a measure is printed as the sign that takes up the one before it; at the head of what is drawn there is none. */
export function isRepeatSign(measures: readonly Measure[], index: number): boolean {
  return index > 0 && measures[index]!.shorthand === 'as-before';
}

/** How many measures from one on are printed as one rest with a number over it; 1 for a measure of its own. */
export function restRunFrom(measures: readonly Measure[], index: number): number {
  let count = 1;
  while (measures[index + count]?.shorthand === 'rest-goes-on') count++;
  return count;
}

/** The place of the measure in whose drawing a measure lies: its own, or where its rest begins. */
export function drawnIndex(measures: readonly Measure[], index: number): number {
  let at = index;
  while (at > 0 && measures[at]!.shorthand === 'rest-goes-on') at--;
  return at;
}

/** Takes the short signs away where they would not be true: what is printed is what is played. */
export function withTrueShorthand(measures: readonly Measure[]): readonly Measure[] {
  return measures.map((measure, index) => {
    const before = measures[index - 1];
    const isTrue =
      measure.shorthand === undefined ||
      (before !== undefined &&
        (measure.shorthand === 'as-before' ? isSame(before, measure) : restGoesOn(before, measure)));
    if (isTrue) return measure;
    const { shorthand: _, ...written } = measure;
    return written;
  });
}

/** Whether two measures are played alike, as the repeat sign says; ties and slurs over their barlines are their own. */
export function isSame(a: Measure, b: Measure): boolean {
  const content = (measure: Measure) => JSON.stringify(voicesOf(measure).map((events) => events.map(bare)));
  return eventsOfMeasure(a).length > 0 && content(a) === content(b);
}

function bare(event: LineEvent): object {
  if (event.kind === 'rest') return [event.kind, event.quarters];
  const { pitch, chordPitches, graces, quarters, articulations } = event;
  return [pitch, chordPitches, graces ?? [], quarters, articulations];
}

const isWholeRest = (measure: Measure) =>
  eventsOfMeasure(measure).length > 0 &&
  eventsOfMeasure(measure).every((event) => event.kind === 'rest' && event.fillsMeasure && !event.fermata);

/** Whether nothing stands between two measures of rest, or over the second. */
function restGoesOn(before: Measure, measure: Measure): boolean {
  const inForce = ({ meter, meterSymbol, keyFifths, clef, lowerClef, endingPasses }: Measure) =>
    JSON.stringify([meter, meterSymbol ?? null, keyFifths, clef, lowerClef ?? null, endingPasses]);
  return (
    isWholeRest(before) &&
    isWholeRest(measure) &&
    inForce(before) === inForce(measure) &&
    before.barline === undefined &&
    before.repeatPlays === 1 &&
    before.jump === undefined &&
    !measure.repeatStart &&
    !measure.systemBreak &&
    measure.directions.length === 0 &&
    measure.landmarks === undefined
  );
}
