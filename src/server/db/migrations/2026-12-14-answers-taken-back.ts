import { type Kysely, sql } from 'kysely';

/** What stood there before an answer: a slip is taken back without losing it. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table take_answer add column before jsonb`.execute(db);
}
