import { addDays, differenceInCalendarDays, formatISO, getISODay, parseISO } from 'date-fns';
import type { Moment } from '../base';
import type { DayOrder, WeekStart } from './house-style';

/** A calendar day as `YYYY-MM-DD` (ISO 8601). Days compare like their texts. */
export type Day = string;

/** @throws RangeError for anything else than a day of the Gregorian calendar. */
function midnightOf(day: Day) {
  const midnight = parseISO(day);
  if (!/^\d{4}-\d{2}-\d{2}$/.test(day) || Number.isNaN(midnight.valueOf()))
    throw new RangeError(`a day must be written like 2026-09-01, got "${day}"`);
  return midnight;
}

/** How many days later `to` is than `from`. @example daysFrom('2026-12-31', '2027-01-01') // 1 */
export const daysFrom = (from: Day, to: Day): number =>
  differenceInCalendarDays(midnightOf(to), midnightOf(from));

/** The day so many days later, or earlier. */
export const dayAfter = (day: Day, days: number): Day =>
  formatISO(addDays(midnightOf(day), days), { representation: 'date' });

/** The Monday of a day's week. Source: ISO 8601, weeks begin on Monday. */
export const mondayOf = (day: Day): Day => dayAfter(day, 1 - getISODay(midnightOf(day)));

/** The day on which the week of a day begins. */
export const weekBegins = (day: Day, start: WeekStart): Day =>
  start === 'monday' ? mondayOf(day) : dayAfter(mondayOf(dayAfter(day, 1)), -1);

/** Midnight at the beginning of a day, where the process runs. @throws RangeError for no day. */
export const beginningOf = (day: Day): Moment => midnightOf(day);

const formats = new Map<string, Intl.DateTimeFormat>();

/**
 * The calendar day of a moment.
 * @param timeZone IANA name; undefined for where the process runs.
 */
export function dayOf(moment: Moment, timeZone?: string): Day {
  // Where a process runs may change while it does.
  if (timeZone === undefined) return formatISO(moment.valueOf(), { representation: 'date' });
  const format =
    formats.get(timeZone) ??
    // Swedish days are written as in ISO 8601.
    new Intl.DateTimeFormat('sv-SE', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
  formats.set(timeZone, format);
  return format.format(moment.valueOf());
}

// A day is no moment: it is written as it is in UTC, wherever a process runs.
const WRITTEN = { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' } as const;
const SAID: Readonly<Record<Exclude<DayOrder, 'iso'>, Intl.DateTimeFormat>> = {
  'day-month': new Intl.DateTimeFormat('en-GB', WRITTEN),
  'month-day': new Intl.DateTimeFormat('en-US', WRITTEN),
};

/** A day as people say it, seen from another: "today", "tomorrow", "Thu 3 Dec". */
export function sayDay(day: Day, today: Day, order: DayOrder = 'day-month'): string {
  const days = daysFrom(today, day);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days === -1) return 'yesterday';
  return order === 'iso' ? day : SAID[order].format(parseISO(`${day}T12:00Z`)).replace(',', '');
}
