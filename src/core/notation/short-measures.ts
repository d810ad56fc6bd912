import { add, compare, equals, measureLength } from '../time';
import type { Measure } from './line';
import { writtenLength } from './written-length';

/**
 * Whether a short measure makes a full one with another: its other half around a repeat sign or a double bar, or the
 * upbeat to which the repeat at its end goes back. Common practice in print.
 */
export function isCompletedElsewhere(measures: readonly Measure[], index: number): boolean {
  return (
    areHalves(measures[index - 1], measures[index]) ||
    areHalves(measures[index], measures[index + 1]) ||
    completesUpbeat(measures, index) ||
    measures.some(
      (_, end) => end > index && completesUpbeat(measures, end) && startOfSection(measures, end) === index,
    )
  );
}

/** Whether a measure lies at the end of its meter: a pickup, or one that is marked so. */
export const beginsLate = (measure: Measure): boolean => measure.number === 0 || measure.startsLate === true;

/**
 * Marks the measures that lie at the end of their meter, and numbers all as print does: a pickup is 0, and what is only the
 * rest of a measure, or an upbeat inside the line, has the number of the measure before it. Common practice in print.
 */
export function withPrintedNumbers(measures: readonly Measure[]): readonly Measure[] {
  let number = measures[0]?.number === 0 ? 0 : 1;
  return withLateStarts(measures).map((measure, index) => {
    if (index > 0 && !measure.startsLate && !measure.unnumbered) number++;
    return measure.number === number ? measure : { ...measure, number };
  });
}

/** Second halves, and upbeats inside the line. */
function withLateStarts(measures: readonly Measure[]): readonly Measure[] {
  const late = new Set<Measure>();
  measures.forEach((measure, index) => {
    const previous = measures[index - 1];
    if (areHalves(previous, measure) && previous && !late.has(previous)) late.add(measure);
    const upbeat = completesUpbeat(measures, index) && measures[startOfSection(measures, index)];
    if (upbeat && upbeat.number !== 0) late.add(upbeat);
  });
  return measures.map((measure) => {
    if (late.has(measure) === (measure.startsLate === true)) return measure;
    const { startsLate: _, ...plain } = measure;
    return late.has(measure) ? { ...plain, startsLate: true } : plain;
  });
}

function areHalves(first: Measure | undefined, second: Measure | undefined): boolean {
  if (!first || !second || first.number === 0) return false;
  const isCut =
    first.repeatPlays > 1 || second.repeatStart || first.barline !== undefined || second.unnumbered === true;
  return isCut && makeOne(first, second);
}

/** Whether the measure ends a section, by a repeat sign or under an ending, that began with its missing beats. */
function completesUpbeat(measures: readonly Measure[], index: number): boolean {
  const measure = measures[index]!;
  if (measure.repeatPlays === 1 && measure.endingPasses.length === 0) return false;
  const start = startOfSection(measures, index);
  return start < index && makeOne(measure, measures[start]!);
}

function makeOne(a: Measure, b: Measure): boolean {
  const [one, other] = [writtenLength(a), writtenLength(b)];
  const full = measureLength(a.meter);
  return one.numerator > 0 && other.numerator > 0 && compare(one, full) < 0 && equals(add(one, other), full);
}

/** Where the repeat that a measure stands in goes back to; all endings belong to the section before them. */
function startOfSection(measures: readonly Measure[], index: number): number {
  for (let at = index; at > 0; at--) {
    if (measures[at]!.repeatStart) return at;
    const before = measures[at - 1]!;
    const leavesEndings = before.endingPasses.length > 0 && measures[at]!.endingPasses.length === 0;
    if (leavesEndings || (before.repeatPlays > 1 && before.endingPasses.length === 0)) return at;
  }
  return 0;
}
