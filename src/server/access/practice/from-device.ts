import 'server-only';
import { failure, type Result } from '@/core/base';
import { type Day, daysFrom } from '@/core/calendar';
import { mayDo } from '@/server/db/queries/attempts';
import { refused } from '../read-form';

/** What was done without a connection is believed as long as takes are (`browser/take-store`), and clocks of devices may be a day ahead. */
const LONGEST_AWAY_DAYS = 61;

/** The code of what can be sent again later. */
export const TOO_OFTEN = 'too-often';

/**
 * Whether what waited on a device can be taken in now.
 * @param day when it was done, where the student was. @param limit a name and how often in so many seconds.
 * @returns why not; undefined when it can.
 */
export async function maybeNotNow(
  day: Day,
  today: Day,
  limit: { readonly name: string; readonly most: number; readonly seconds: number },
): Promise<Result<never> | undefined> {
  const ago = daysFrom(day, today);
  if (ago < -1 || ago > LONGEST_AWAY_DAYS) return refused('The day of this cannot be right.', 'day');
  if (await mayDo(limit.name, limit)) return undefined;
  return failure({ code: TOO_OFTEN, message: 'That was sent very often. It waits on this device.' });
}
