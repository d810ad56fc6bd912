/** Calendar days as `YYYY-MM-DD`. */
export type Day = string;

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
}

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
  return {
    practiceDays: Math.round(practiceDays),
    practiceDaysLeft: Math.round(left),
    calendarDaysPerPiece: whole / goal.pieces,
    piecesPerWeekLeft: missing === 0 ? 0 : left > 0 ? (missing / left) * goal.daysPerWeek : undefined,
    expected,
    ahead: learned - expected,
  };
}

/** Days from one to another, both counted. */
function daysBetween(from: Day, to: Day): number {
  return dayNumber(to) - dayNumber(from) + 1;
}

/** Days that are no holidays; holidays may overlap. */
function openDays({ holidays }: PaceGoal, from: Day, to: Day): number {
  const closed = holidays.map((holiday) => [dayNumber(holiday.from), dayNumber(holiday.to)] as const);
  let days = 0;
  for (let day = dayNumber(from); day <= dayNumber(to); day++) {
    if (!closed.some(([first, last]) => day >= first && day <= last)) days++;
  }
  return days;
}

/**
 * Days since 1 January 1970 in the Gregorian calendar.
 * Source: the arithmetic of the Julian day number (Fliegel and Van Flandern, Communications of the ACM 11, 1968).
 */
function dayNumber(day: Day): number {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(day);
  if (!match) throw new RangeError(`a day must be written like 2026-09-01, got "${day}"`);
  const [year, month, date] = match.slice(1).map(Number) as [number, number, number];
  const early = Math.trunc((month - 14) / 12);
  return (
    date -
    32075 +
    Math.trunc((1461 * (year + 4800 + early)) / 4) +
    Math.trunc((367 * (month - 2 - early * 12)) / 12) -
    Math.trunc((3 * Math.trunc((year + 4900 + early) / 100)) / 4) -
    2440588
  );
}
