import { type Kysely, sql } from 'kysely';

/** Books shared with colleagues, a bin for lines and books, and what is said and from when with what is given out. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table book_share (
      book_id uuid not null references book (id) on delete cascade,
      teacher_id text not null references "user" (id) on delete cascade,
      may_edit boolean not null default false,
      since timestamptz not null default now(),
      primary key (book_id, teacher_id)
    )`.execute(db);
  await sql`create index book_share_teacher on book_share (teacher_id)`.execute(db);
  await sql`alter table line add column removed_at timestamptz`.execute(db);
  await sql`alter table book add column removed_at timestamptz`.execute(db);
  await sql`alter table assignment
    add column word text not null default '' check (length(word) <= 1000),
    add column from_on date,
    add column batch uuid`.execute(db);
}
