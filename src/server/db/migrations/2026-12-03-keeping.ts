import { type Kysely, sql } from 'kysely';

/** What a class keeps and for how long, who has left it, what was removed; how a teacher rates a take. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}

const STATEMENTS = [
  `alter table class
    add column archived_at timestamptz,
    add column keep_days integer check (keep_days between 14 and 3650),
    add column keep_days_since timestamptz`,
  `alter table class_student
    add column left_at timestamptz,
    add column consent text not null default 'not-asked' check (consent in ('not-asked', 'given', 'refused')),
    add column consent_noted_at timestamptz`,
  'alter table take_answer add column rating jsonb',
  // A recording goes before its verdict does.
  'alter table take alter column audio drop not null',
  'alter table take add column audio_removed_at timestamptz',
  `create table removal (
    id uuid primary key default gen_random_uuid(),
    teacher_id text not null references "user" (id) on delete cascade,
    class_name text not null,
    kind text not null check (kind in ('student', 'recordings')),
    reason text not null check (reason in ('asked', 'kept-long-enough')),
    take_count integer not null,
    removed_at timestamptz not null default now()
  )`,
  // Whoever wants to know how a class gets on need not read every verdict as a whole.
  `alter table take_check
    add column verdict_state text generated always as (verdict ->> 'state') stored,
    add column measures jsonb generated always as (verdict -> 'measures') stored`,
  // What a recording is known again by, and why it should be heard.
  `alter table take_check
    add column outline jsonb,
    add column remark text check (remark in ('same-as-own', 'same-as-anothers', 'backing-alone', 'like-the-model')),
    add column remark_take_id uuid references take (id) on delete set null`,
  // A word of the teacher's at a measure.
  `create table take_pin (
    id uuid primary key default gen_random_uuid(),
    take_id uuid not null references take (id) on delete cascade,
    measure_index integer not null check (measure_index between 0 and 999),
    words text not null check (length(words) between 1 and 300),
    teacher_id text not null references "user" (id) on delete cascade,
    pinned_at timestamptz not null default now()
  )`,
  'create index on take_pin (take_id)',
  'create index take_student on take (student_id, handed_in_at)',
];
