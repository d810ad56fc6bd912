import { type Kysely, sql } from 'kysely';

/** Lines that a worker is to put on the stand: a large one takes longer than a page should wait. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table line_to_stand (
      line_id uuid primary key references line (id) on delete cascade,
      asked_at timestamptz not null default now(),
      wish uuid not null default gen_random_uuid(),
      begun integer not null default 0,
      problem text
    )`.execute(db);
}
