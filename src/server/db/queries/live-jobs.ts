import { type Expression, sql } from 'kysely';
import { database } from '../connection';

/** So long a request for a job may be on its way. */
export const ON_ITS_WAY_SECONDS = 10;

/** States of a job that will still be done. */
const LIVE_JOB = sql`('created', 'retry', 'active')`;

/** That no job of a queue is about something. @param key what such a job is about. */
export const withoutLiveJob = (queueName: string, key: Expression<unknown>) => sql<boolean>`not exists (
  select 1 from pgboss.job
  where job.name = ${queueName} and job.state in ${LIVE_JOB} and job.singleton_key = ${key}::text
)`;

/** Whether a job of a queue is about something, and will still be done. */
export async function hasLiveJob(queueName: string, key: string): Promise<boolean> {
  const { rows } = await sql<{ isWithout: boolean }>`
    select ${withoutLiveJob(queueName, sql.val(key))} as "isWithout"`.execute(database());
  return !rows[0]!.isWithout;
}
