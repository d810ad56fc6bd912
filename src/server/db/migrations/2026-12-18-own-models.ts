import { type Kysely, sql } from 'kysely';

/** A line as its teacher plays it, beside the model that is computed. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table own_model (
      line_id uuid not null references line (id) on delete cascade,
      content_hash text not null,
      teacher_id text not null references "user" (id) on delete cascade,
      audio bytea not null,
      recorded_at timestamptz not null default now(),
      primary key (line_id, content_hash)
    )`.execute(db);
}
