import { type Expression, sql } from 'kysely';
import { type ClockTrust, lookAtClock } from '@/core/calendar';
import { database } from '../connection';

/**
 * That something is not of these last seconds. What lies in the future was noted by a clock that has been set back since, and is old,
 * too: else it would wait until the clock is there again.
 */
export const isNotOfLately = (at: Expression<unknown>, seconds: number) => sql<boolean>`
  ${at} not between now() - make_interval(secs => ${seconds}) and now() + make_interval(secs => ${seconds})`;

/** Nothing is put off for as long. */
const LONGEST_DELAY_SECONDS = 60;

/** Has jobs that were asked for, or begun, by a clock that was ahead done now. @param queueNames of Mevlo. @returns how many. */
export async function bringJobsBack(queueNames: readonly string[]): Promise<number> {
  const { numAffectedRows } = await sql`
    update pgboss.job set start_after = now(), started_on = case when state = 'active' then now() end
    where name = any(${[...queueNames]}::text[]) and state in ('created', 'retry', 'active')
      and case when state = 'active' then started_on else start_after end
        > now() + make_interval(secs => ${LONGEST_DELAY_SECONDS})`.execute(database());
  return Number(numAffectedRows ?? 0);
}

const SETTING = 'clock';

/** Looks at the clock of the database, and notes it. */
export async function trustInClock(): Promise<ClockTrust> {
  const { rows } = await sql<{ nowMs: number; last: string | null }>`
    select (extract(epoch from now()) * 1000)::float as "nowMs",
      (select value from setting where name = ${SETTING}) as last`.execute(database());
  const { nowMs, last } = rows[0]!;
  const trust = lookAtClock(nowMs, last === null ? undefined : (JSON.parse(last) as ClockTrust));
  const value = JSON.stringify(trust);
  await database()
    .insertInto('setting')
    .values({ name: SETTING, value })
    .onConflict((conflict) => conflict.column('name').doUpdateSet({ value }))
    .execute();
  return trust;
}
