import { type MeasureVerdict, needsWork, type Verdict } from '../judging';
import type { Outcome } from './climb';

/** From this share of measures that need work a take fell apart. */
const FELL_APART_SHARE = 0.5;

/** What of the measures of a take counts for climbing. */
interface MeasureCounts {
  readonly measures: number;
  /** Those that need work. */
  readonly weak: number;
  /** Whether any note of them was not right in pitch and rhythm. */
  readonly hasFault: boolean;
}

function countsOf(measures: readonly MeasureVerdict[]): MeasureCounts {
  return {
    measures: measures.length,
    weak: measures.filter(needsWork).length,
    hasFault: measures.some((m) => m.notesRight < m.written || m.rhythmRight < m.written),
  };
}

/** What a take means for climbing: good when no measure needs work, easy when every single note was right. */
export function outcomeOf(state: Verdict['state'], measures: readonly MeasureVerdict[]): Outcome {
  return outcomeOfCounts(state, countsOf(measures));
}

/** The same where the measures were counted already. */
export function outcomeOfCounts(
  state: Verdict['state'],
  { measures, weak, hasFault }: MeasureCounts,
): Outcome {
  if (state !== 'judged' || measures === 0 || weak >= FELL_APART_SHARE * measures) return 'fell-apart';
  if (weak > 0) return 'fair';
  return hasFault ? 'good' : 'easy';
}
