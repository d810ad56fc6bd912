import { type Kysely, sql } from 'kysely';

/** When and how long somebody played, where it stopped, what the student wants, and what the teacher writes into the book. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table practice_spell (
      id uuid primary key,
      student_id text not null references "user" (id) on delete cascade,
      assignment_id uuid references assignment (id) on delete cascade,
      day date not null,
      seconds integer not null check (seconds between 1 and 14400),
      stage text check (length(stage) <= 160),
      bpm smallint,
      first_measure smallint,
      last_measure smallint,
      ended_at timestamptz not null
    )`.execute(db);
  await sql`create index on practice_spell (student_id, day)`.execute(db);
  await sql`
    create table practice_book (
      student_id text primary key references "user" (id) on delete cascade,
      own_minutes smallint check (own_minutes between 1 and 240),
      own_goal text not null default '',
      teacher_word text not null default '',
      teacher_id text references "user" (id) on delete set null,
      word_said_at timestamptz
    )`.execute(db);
}
