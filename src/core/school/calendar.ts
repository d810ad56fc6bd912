import { createEvents, type EventAttributes } from 'ics';
import { failure, type Result, success } from '../base';
import { type Day, dayAfter, daysFrom, mondayOf } from '../calendar';

/** Something that is due on a day. */
export interface DueDay {
  /** Equal for the same thing, so that a calendar takes it over and does not double it. */
  readonly uid: string;
  readonly title: string;
  readonly description: string;
  /** `YYYY-MM-DD` */
  readonly day: string;
}

/** When somebody wants to practise: by the clock of wherever the calendar is. */
export interface PracticeTimes {
  readonly uid: string;
  readonly title: string;
  readonly description: string;
  /** The first day, and the last one inclusive. */
  readonly from: Day;
  readonly until: Day;
  readonly hour: number;
  readonly minute: number;
  readonly minutes: number;
  /** At least one. */
  readonly weekdays: readonly Weekday[];
}

/** As calendars name them. Source: RFC 5545, 3.3.10. */
export const WEEKDAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

/**
 * Due days as a calendar file: whole-day entries. Source: RFC 5545.
 * @param writtenAt milliseconds since 1970, for the stamp of every entry.
 */
export const dueCalendar = (days: readonly DueDay[], writtenAt: number): Result<string> =>
  written(days.map((due) => dueEvent(due, writtenAt)));

/**
 * Due days and a reminder to practise, which comes again on its days of the week and rings when it is time. Source: RFC 5545; times are
 * "floating" ones (3.3.5, form 1): five o'clock wherever one is.
 */
export function practiceCalendar(
  days: readonly DueDay[],
  times: PracticeTimes,
  writtenAt: number,
): Result<string> {
  const { uid, title, description, from, until, hour, minute, minutes, weekdays } = times;
  // A series begins with its first entry, whatever its rule says (3.8.5.3): the first day must be one of its days.
  const first = Array.from({ length: 7 }, (_, days) => dayAfter(from, days)).find((day) =>
    weekdays.includes(weekdayOf(day)),
  )!;
  const reminder: Entry = {
    ...{ uid, title, description, productId: 'mevlo/practice', timestamp: writtenAt },
    start: [...dateOf(first), hour, minute],
    startInputType: 'local',
    startOutputType: 'local',
    duration: { minutes },
    busyStatus: 'FREE',
    recurrenceRule: `FREQ=WEEKLY;BYDAY=${weekdays.join(',')};UNTIL=${until.replaceAll('-', '')}T235959`,
    alarms: [{ action: 'display', description: title, trigger: { before: true, minutes: 0 } }],
  };
  return written([...(first <= until ? [reminder] : []), ...days.map((due) => dueEvent(due, writtenAt))]);
}

/** The package takes a stamp, and its types do not know of it. */
type Entry = EventAttributes & { readonly timestamp: number };

const weekdayOf = (day: Day): Weekday => WEEKDAYS[daysFrom(mondayOf(day), day)]!;

const dueEvent = ({ uid, title, description, day }: DueDay, writtenAt: number): Entry => ({
  uid,
  title,
  description,
  start: dateOf(day),
  duration: { days: 1 },
  timestamp: writtenAt,
  productId: 'mevlo/plan',
  busyStatus: 'FREE',
});

function written(events: readonly Entry[]): Result<string> {
  const { error, value } = createEvents([...events]);
  return error || !value
    ? failure({ code: 'calendar', message: 'The days could not be written as a calendar.', where: 'plan' })
    : success(value);
}

function dateOf(day: Day): [number, number, number] {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  return [year, month, date];
}
