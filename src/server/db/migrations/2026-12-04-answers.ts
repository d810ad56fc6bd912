import { type Kysely, sql } from 'kysely';

/** What more a teacher answers with: measures to play next, the own voice or playing, single notes; and who helps to teach. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}

const STATEMENTS = [
  'alter table take_answer add column passage jsonb',
  // What a teacher says or plays to a take: one of each.
  `create table take_voice (
    take_id uuid not null references take (id) on delete cascade,
    kind text not null check (kind in ('spoken', 'played')),
    audio bytea not null check (octet_length(audio) between 1 and 12000000),
    teacher_id text not null references "user" (id) on delete cascade,
    recorded_at timestamptz not null default now(),
    primary key (take_id, kind)
  )`,
  // A single note of a measure; without one, all of it.
  'alter table take_overrule add column note_id text check (length(note_id) between 1 and 200)',
  'alter table take_overrule drop constraint take_overrule_pkey',
  'alter table take_overrule add unique nulls not distinct (take_id, measure_index, quality, note_id)',
  // Teachers beside the one whose class it is.
  `create table class_teacher (
    class_id uuid not null references class (id) on delete cascade,
    teacher_id text not null references "user" (id) on delete cascade,
    since timestamptz not null default now(),
    primary key (class_id, teacher_id)
  )`,
  'create index on class_teacher (teacher_id)',
];
