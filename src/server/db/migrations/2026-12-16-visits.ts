import { type Kysely, sql } from 'kysely';

/** When somebody was last here: what came since then is new. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table visit (
      user_id text primary key references "user" (id) on delete cascade,
      seen_at timestamptz not null default now(),
      before_at timestamptz
    )`.execute(db);
}
