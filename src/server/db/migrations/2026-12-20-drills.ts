import { type Kysely, sql } from 'kysely';

/** What a student can read: how well each thing is known, and when it is asked again. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table drill_item (
      student_id text not null references "user" (id) on delete cascade,
      item text not null check (length(item) between 3 and 80),
      box smallint not null check (box between 1 and 5),
      due_on date not null,
      asked integer not null default 1,
      missed integer not null default 0,
      answered_at timestamptz not null default now(),
      primary key (student_id, item)
    )`.execute(db);
}
