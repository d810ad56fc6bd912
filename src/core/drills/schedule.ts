import { type Day, dayAfter } from '../calendar';

/**
 * How well something is known: the higher the box, the longer it may rest. Source: Sebastian Leitner, "So lernt man lernen" (1972): what was
 * known goes one box on, what was not goes back to the first. That the boxes wait 1, 2, 4, 8 and 16 days is common practice.
 */
export interface Known {
  readonly box: Box;
  /** From then on it is asked again. */
  readonly dueOn: Day;
}

export const BOXES = [1, 2, 3, 4, 5] as const;
export type Box = (typeof BOXES)[number];

const WAITS_DAYS: Readonly<Record<Box, number>> = { 1: 1, 2: 2, 3: 4, 4: 8, 5: 16 };

/**
 * Where something stands after an answer.
 * @param before undefined for what was never asked. @example afterAnswer({ box: 2, dueOn }, true, '2026-12-01') // { box: 3, dueOn: '2026-12-05' }
 */
export function afterAnswer(before: Known | undefined, isRight: boolean, today: Day): Known {
  // What is asked ahead of its day and known has not been kept in mind any longer.
  if (before && isRight && before.dueOn > today) return before;
  const box = isRight ? BOXES[Math.min(BOXES.length, (before?.box ?? 0) + 1) - 1]! : 1;
  return { box, dueOn: isRight ? dayAfter(today, WAITS_DAYS[box]) : today };
}
