import { sql } from 'kysely';
import { database } from '../connection';

/** Whoever comes back after so long begins a new visit: until then what was new stays marked. */
const VISIT_MINUTES = 30;

/** Notes that somebody is here. @returns when the visit before this one ended; undefined at the first. */
export async function noteVisit(userId: string): Promise<Date | undefined> {
  const { rows } = await sql<{ before: Date | null }>`
    insert into visit (user_id) values (${userId})
    on conflict (user_id) do update set
      before_at = case
        when visit.seen_at < now() - make_interval(mins => ${VISIT_MINUTES}) then visit.seen_at
        else visit.before_at
      end,
      seen_at = now()
    returning before_at as before`.execute(database());
  return rows[0]?.before ?? undefined;
}
