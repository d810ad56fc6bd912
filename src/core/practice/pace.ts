import { type Day, daysFrom } from '../calendar';

/** So many pieces by a date. */
export interface PaceGoal {
  readonly pieces: number;
  readonly from: Day;
  /** The last day, inclusive. */
  readonly by: Day;
  /** Days of practice in a week, 1–7. */
  readonly daysPerWeek: number;
  /** Days without practice, both inclusive. */
  readonly holidays: readonly { readonly from: Day; readonly to: Day }[];
}

export interface Pace {
  /** Days of practice that the whole goal has, and that are left from today on. */
  readonly practiceDays: number;
  readonly practiceDaysLeft: number;
  readonly calendarDaysPerPiece: number;
  /** What the goal needs in a usual week from today on; 0 when everything is learned, undefined when no day is left. */
  readonly piecesPerWeekLeft: number | undefined;
  /** Pieces that should have been learned by today. */
  readonly expected: number;
  /** Positive: ahead by so many pieces. */
  readonly ahead: number;
  /** Pieces learned by the last day if it goes on as until today; undefined while that is a guess. */
  readonly forecast: number | undefined;
}

/** Fewer days of practice say nothing of a term. */
const LEAST_DAYS_TO_FORECAST = 10;

/** Where somebody stands who has learned some pieces by a day; planned anew from today, whatever was missed. */
export function paceOf(goal: PaceGoal, learned: number, today: Day): Pace {
  const whole = daysBetween(goal.from, goal.by);
  if (whole < 1 || goal.pieces < 1)
    throw new RangeError(`a pace needs a piece and a day, got ${goal.pieces} in ${whole} days`);
  const open = (from: Day, to: Day) => (openDays(goal, from, to) * goal.daysPerWeek) / 7;
  const practiceDays = open(goal.from, goal.by);
  const left = today > goal.by ? 0 : open(today < goal.from ? goal.from : today, goal.by);
  const expected = goal.pieces * (1 - left / practiceDays);
  const missing = Math.max(0, goal.pieces - learned);
  const elapsed = practiceDays - left;
  return {
    practiceDays: Math.round(practiceDays),
    practiceDaysLeft: Math.round(left),
    calendarDaysPerPiece: whole / goal.pieces,
    piecesPerWeekLeft: missing === 0 ? 0 : left > 0 ? (missing / left) * goal.daysPerWeek : undefined,
    expected,
    ahead: learned - expected,
    forecast: elapsed < LEAST_DAYS_TO_FORECAST ? undefined : learned + (learned / elapsed) * left,
  };
}

/** Days from one to another, both counted. */
const daysBetween = (from: Day, to: Day): number => daysFrom(from, to) + 1;

/** Days that are no holidays; holidays may overlap. */
function openDays({ holidays }: PaceGoal, from: Day, to: Day): number {
  const closed = holidays.map(
    (holiday) => [daysFrom(from, holiday.from), daysFrom(from, holiday.to)] as const,
  );
  return Array.from({ length: Math.max(0, daysBetween(from, to)) }, (_, day) => day).filter(
    (day) => !closed.some(([first, last]) => day >= first && day <= last),
  ).length;
}
