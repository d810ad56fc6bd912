import { type Expression, sql } from 'kysely';

/** So long a request for a job may be on its way. */
export const ON_ITS_WAY_SECONDS = 10;

/** States of a job that will still be done. */
const LIVE_JOB = sql`('created', 'retry', 'active')`;

/** That no job of a queue is about something. @param key what such a job is about. */
export const withoutLiveJob = (queueName: string, key: Expression<unknown>) => sql<boolean>`not exists (
  select 1 from pgboss.job
  where job.name = ${queueName} and job.state in ${LIVE_JOB} and job.singleton_key = ${key}::text
)`;
