import type { Issue } from '../base';
import {
  compare,
  divide,
  equals,
  measureLength,
  type Rational,
  rational,
  subtract,
  toMixedNumber,
} from '../time';
import type { Measure, Part } from './line';
import { isCompletedElsewhere } from './short-measures';
import { lengthOf, writtenLength } from './written-length';

/** The part of the first measure's meter that lies before the first note: 0 unless the line has a pickup. */
export function pickupGap(part: Part): Rational {
  const first = part.measures[0];
  if (first?.number !== 0) return rational(0);
  return subtract(measureLength(first.meter), writtenLength(first));
}

function inBeats(quarters: Rational, measure: Measure): string {
  return toMixedNumber(divide(quarters, rational(4, measure.meter.beatType)));
}

/** A measure that does not add up. */
export interface MeasureFault {
  readonly measureIndex: number;
  /** 0 is the first voice; 1 and up the others, in their order. */
  readonly voiceIndex: number;
  readonly kind: 'too-short' | 'too-long' | 'pickup-and-last';
  readonly writtenQuarters: Rational;
  readonly expectedQuarters: Rational;
  /** Whether the line cannot be counted like this; otherwise it is only unusual. */
  readonly isWrong: boolean;
  /** What the measure has, in beats of the meter: "3½ of 4 beats". */
  readonly has: string;
}

/** Every measure that does not add up to its meter, and a pickup that the last measure does not complete. */
export function measureFaults(part: Part): readonly MeasureFault[] {
  const gap = pickupGap(part);
  return part.measures.flatMap((measure, measureIndex) => [
    ...firstVoiceFault(part, measureIndex, gap),
    ...otherVoiceFaults(measure, measureIndex),
  ]);
}

function firstVoiceFault(part: Part, measureIndex: number, gap: Rational): MeasureFault[] {
  const measure = part.measures[measureIndex]!;
  const full = measureLength(measure.meter);
  const length = writtenLength(measure);
  const order = compare(length, full);
  const isLast = measureIndex === part.measures.length - 1 && measure.number !== 0;
  if (order === 0 && !(isLast && gap.numerator !== 0)) return [];
  if (order < 0 && (measure.number === 0 || isCompletedElsewhere(part.measures, measureIndex))) return [];
  if (order <= 0 && isLast && gap.numerator !== 0) {
    if (equals(length, gap)) return [];
    return [
      {
        measureIndex,
        voiceIndex: 0,
        kind: 'pickup-and-last',
        writtenQuarters: length,
        expectedQuarters: gap,
        isWrong: false,
        has: `${inBeats(length, measure)} beats; ${inBeats(gap, measure)} would make one full measure with the pickup`,
      },
    ];
  }
  return [fault(measure, measureIndex, 0, length, full)];
}

function otherVoiceFaults(measure: Measure, measureIndex: number): MeasureFault[] {
  const expected = measure.number === 0 ? writtenLength(measure) : measureLength(measure.meter);
  return measure.otherVoices.flatMap((voice, index) => {
    const length = lengthOf(voice.events);
    // An empty voice, or one as long as the first, says nothing wrong of its own.
    const isFine =
      length.numerator === 0 || equals(length, expected) || equals(length, writtenLength(measure));
    return isFine ? [] : [fault(measure, measureIndex, index + 1, length, expected)];
  });
}

function fault(
  measure: Measure,
  measureIndex: number,
  voiceIndex: number,
  written: Rational,
  full: Rational,
): MeasureFault {
  const voice = voiceIndex === 0 ? '' : ` in voice ${voiceIndex + 1}`;
  return {
    measureIndex,
    voiceIndex,
    kind: compare(written, full) < 0 ? 'too-short' : 'too-long',
    writtenQuarters: written,
    expectedQuarters: full,
    isWrong: true,
    has: `${inBeats(written, measure)} of ${inBeats(full, measure)} beats${voice}`,
  };
}

/**
 * The faults of a part as issues.
 * @returns `wrong`: measures that cannot be counted; `odd`: unusual but readable.
 */
export function checkArithmetic(part: Part): {
  readonly wrong: readonly Issue[];
  readonly odd: readonly Issue[];
} {
  const faults = measureFaults(part);
  const toIssue = (found: MeasureFault): Issue => ({
    code: found.kind === 'pickup-and-last' ? found.kind : 'measure-length',
    where: `measure ${part.measures[found.measureIndex]!.number}`,
    message: `This measure has ${found.has}.`,
  });
  return {
    wrong: faults.filter(({ isWrong }) => isWrong).map(toIssue),
    odd: faults.filter(({ isWrong }) => !isWrong).map(toIssue),
  };
}
