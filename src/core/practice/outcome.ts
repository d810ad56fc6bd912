import { type MeasureVerdict, needsWork, type Verdict } from '../judging';
import type { Outcome } from './climb';

/** From this share of measures that need work a take fell apart. */
const FELL_APART_SHARE = 0.5;

/** What a take means for climbing: good when no measure needs work, easy when every single note was right. */
export function outcomeOf(state: Verdict['state'], measures: readonly MeasureVerdict[]): Outcome {
  if (state !== 'judged' || measures.length === 0) return 'fell-apart';
  const weak = measures.filter(needsWork).length;
  if (weak >= FELL_APART_SHARE * measures.length) return 'fell-apart';
  if (weak > 0) return 'fair';
  const isEasy = measures.every((m) => m.notesRight === m.written && m.rhythmRight === m.written);
  return isEasy ? 'easy' : 'good';
}
