import { type Kysely, sql } from 'kysely';

/** What is removed by a slip comes back: questions, words at a measure, plans. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table stage_word add column settled_at timestamptz`.execute(db);
  await sql`alter table take_pin add column removed_at timestamptz`.execute(db);
  await sql`alter table plan add column removed_at timestamptz`.execute(db);
}
