import { createEvents, type DateArray } from 'ics';
import { failure, type Result, success } from '../base';

/** Something that is due on a day. */
export interface DueDay {
  /** Equal for the same thing, so that a calendar takes it over and does not double it. */
  readonly uid: string;
  readonly title: string;
  readonly description: string;
  /** `YYYY-MM-DD` */
  readonly day: string;
}

/**
 * Due days as a calendar file: whole-day entries. Source: RFC 5545.
 * @param writtenAt milliseconds since 1970, for the stamp of every entry.
 */
export function dueCalendar(days: readonly DueDay[], writtenAt: number): Result<string> {
  const { error, value } = createEvents(
    days.map(({ uid, title, description, day }) => ({
      uid,
      title,
      description,
      start: dateOf(day),
      duration: { days: 1 },
      timestamp: writtenAt,
      productId: 'mevlo/plan',
      busyStatus: 'FREE' as const,
    })),
  );
  return error || !value
    ? failure({ code: 'calendar', message: 'The days could not be written as a calendar.', where: 'plan' })
    : success(value);
}

function dateOf(day: string): DateArray {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  return [year, month, date];
}
