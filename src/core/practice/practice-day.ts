import { type Day, dayAfter, daysFrom } from '../calendar';

/** A line that is not learned yet. */
export interface OpenLine {
  readonly id: string;
  readonly dueOn: Day;
  /** All that is left of it, by its plan. */
  readonly minutesLeft: number;
  /** The teacher has asked for something in it. */
  readonly isAsked: boolean;
}

export interface LineToday {
  readonly id: string;
  /** Whole ones. */
  readonly minutes: number;
}

/** Shorter than this is opening the case; longer on one line, and others do better. Our own measures. */
const LEAST_MINUTES = 3;
const MOST_MINUTES = 15;

/**
 * What to play today, in which order, and for how long: what the teacher has asked for first, then what is due first. Each line gets its day's
 * share of what is left of it until its day, as long as there is time; what does not fit comes another day.
 * @param minutes that there are. @example planDay([{ id: 'a', dueOn: '2026-03-06', minutesLeft: 20, isAsked: false }], 15, '2026-03-02') // [{ id: 'a', minutes: 5 }]
 */
export function planDay(lines: readonly OpenLine[], minutes: number, today: Day): readonly LineToday[] {
  const order = lines.toSorted((a, b) => Number(b.isAsked) - Number(a.isAsked) || daysFrom(b.dueOn, a.dueOn));
  const plan: LineToday[] = [];
  let left = minutes;
  for (const { id, dueOn, minutesLeft } of order) {
    // The day itself is one to play on, too; what is overdue is all for today.
    const days = Math.max(1, daysFrom(today, dueOn) + 1);
    const share = Math.min(MOST_MINUTES, Math.max(LEAST_MINUTES, Math.ceil(minutesLeft / days)));
    const given = Math.min(share, left);
    if (given < LEAST_MINUTES && plan.length > 0) break;
    plan.push({ id, minutes: given });
    left -= given;
  }
  return plan;
}

/** Somebody played for so long. */
export interface Spell {
  readonly day: Day;
  readonly seconds: number;
}

export interface PracticeDay {
  readonly day: Day;
  readonly minutes: number;
}

/** The minutes of some days in a row, whole ones. */
export function minutesByDay(spells: readonly Spell[], from: Day, days: number): readonly PracticeDay[] {
  return Array.from({ length: days }, (_, index) => {
    const day = dayAfter(from, index);
    const seconds = spells.reduce((sum, spell) => sum + (spell.day === day ? spell.seconds : 0), 0);
    return { day, minutes: Math.round(seconds / 60) };
  });
}
