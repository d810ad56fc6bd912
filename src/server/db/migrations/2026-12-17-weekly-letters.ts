import { type Kysely, sql } from 'kysely';

/** Teachers who want the week by letter, and until which week it was written. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table weekly_letter (
      user_id text primary key references "user" (id) on delete cascade,
      written_for date
    )`.execute(db);
}
