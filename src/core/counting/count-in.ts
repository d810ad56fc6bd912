import { type Line, measureOffset } from '../notation';
import {
  type CompoundCounting,
  clickQuarters,
  clicksPerMeasure,
  divide,
  multiply,
  type Rational,
  rational,
  subtract,
  toNumber,
} from '../time';

/** How a room counts in. Common practice, all in use. */
export interface CountInStyle {
  /** Full measures before the line: one, two, or two only where a measure has three beats. */
  readonly measures: 'one' | 'two-in-three' | 'two';
  /** Numbers to the end, or "ready, go" on the last two. */
  readonly ending: 'numbers' | 'ready-go';
  /** What is clicked in 6/8: what the class counts; its two beats where nothing is said. */
  readonly compound?: CompoundCounting | undefined;
}

export const COUNT_IN_MEASURES = ['one', 'two-in-three', 'two'] as const;
export const COUNT_IN_ENDINGS = ['numbers', 'ready-go'] as const;

export const USUAL_COUNT_IN: CountInStyle = { measures: 'one', ending: 'numbers' };

/** One click of the count-in. */
export interface CountInClick {
  /** Beat of its measure, from 1. */
  readonly number: number;
  /** What is shown and said: the number, or "ready", "go". */
  readonly word: string;
  /** First click of a measure. */
  readonly accented: boolean;
}

export interface CountIn {
  readonly clicks: readonly CountInClick[];
  /** Time from the first click to the first written event. */
  readonly lengthQuarters: Rational;
}

/**
 * Full measures of clicks, and for a pickup those of the started measure too, so that the student comes in
 * on the written beat: two eighths of pickup in 4/4 are counted "1 2 3 4 1 2 3" and enter on 4. A line that begins
 * with rests is counted in like any other; its rests are counted on. Common practice.
 */
export function countIn(line: Line, style: CountInStyle = USUAL_COUNT_IN): CountIn {
  const first = line.part.measures[0]!;
  const unit = clickQuarters(first.meter, style.compound);
  const full = clicksPerMeasure(first.meter, style.compound);
  const measures = style.measures === 'two' || (style.measures === 'two-in-three' && full === 3) ? 2 : 1;
  const before = measureOffset(first);
  // A pickup that enters after a click still needs that click.
  const started = Math.ceil(toNumber(divide(before, unit)));
  const total = measures * full + started;
  const lead = subtract(multiply(rational(started), unit), before);
  return {
    clicks: Array.from({ length: total }, (_, index) => ({
      number: (index % full) + 1,
      word: wordOf(index, total, full, style),
      accented: index % full === 0,
    })),
    lengthQuarters: subtract(multiply(rational(total), unit), lead),
  };
}

function wordOf(index: number, total: number, full: number, { ending }: CountInStyle): string {
  const fromEnd = total - 1 - index;
  if (ending === 'ready-go' && fromEnd === 0) return 'go';
  if (ending === 'ready-go' && fromEnd === 1) return 'ready';
  return `${(index % full) + 1}`;
}
