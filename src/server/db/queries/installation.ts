import { sql } from 'kysely';
import { database } from '../connection';

export interface QueueState {
  /** Takes that wait for their check. */
  readonly waiting: number;
  readonly oldestWaitingSeconds: number;
  /** Of the last day. */
  readonly failedToday: number;
  readonly jobs: readonly { readonly queue: string; readonly state: string; readonly count: number }[];
}

/** How the work of the installation stands. */
export async function stateOfQueue(): Promise<QueueState> {
  const takes = await database()
    .selectFrom('take')
    .select([
      sql<number>`count(*) filter (where state = 'waiting')::int`.as('waiting'),
      sql<number>`coalesce(extract(epoch from now() - min(handed_in_at) filter (where state = 'waiting')), 0)::float`.as(
        'oldestWaitingSeconds',
      ),
      sql<number>`count(*) filter (where problem is not null and handed_in_at > now() - interval '1 day')::int`.as(
        'failedToday',
      ),
    ])
    .where((e) => e.or([e('state', '=', 'waiting'), e('problem', 'is not', null)]))
    .executeTakeFirstOrThrow();
  const { rows: jobs } = await sql<{ queue: string; state: string; count: number }>`
    select name as queue, state::text, count(*)::int as count from pgboss.job
    where state in ('created', 'retry', 'active', 'failed') and name not like '\\_\\_%'
    group by name, state order by name, state`.execute(database());
  return { ...takes, jobs };
}
