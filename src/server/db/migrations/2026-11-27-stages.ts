import { type Kysely, sql } from 'kysely';

/** A line is given out with a plan; takes belong to its stages, and what cannot be heard is said by a person. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}

const STATEMENTS = [
  `alter table assignment
    add column plan jsonb,
    add column next_line_id uuid references line (id) on delete set null,
    add column for_all boolean not null default true,
    add column withdrawn_at timestamptz`,
  `alter table class
    add column daily_minutes integer not null default 20 check (daily_minutes between 5 and 240),
    add column pace jsonb`,
  // Who it is for, when it is not for the whole class.
  `create table assignment_student (
    assignment_id uuid not null references assignment (id) on delete cascade,
    student_id text not null references "user" (id) on delete cascade,
    primary key (assignment_id, student_id)
  )`,
  `create table plan (
    id uuid primary key default gen_random_uuid(),
    teacher_id text not null references "user" (id) on delete cascade,
    plan jsonb not null
  )`,
  'create index on plan (teacher_id)',
  // What is different for one student.
  `create table assignment_change (
    assignment_id uuid not null references assignment (id) on delete cascade,
    student_id text not null references "user" (id) on delete cascade,
    start_bpm integer not null check (start_bpm between 40 and 208),
    goal_bpm integer not null check (goal_bpm between start_bpm and 208),
    due_on date not null,
    primary key (assignment_id, student_id)
  )`,
  'alter table take add column stage text check (length(stage) between 1 and 160)',
  `create table stage_word (
    id uuid primary key default gen_random_uuid(),
    assignment_id uuid not null references assignment (id) on delete cascade,
    student_id text not null references "user" (id) on delete cascade,
    stage text not null check (length(stage) between 1 and 160),
    kind text not null check (kind in ('student-says-done', 'teacher-says-done', 'asks-for-help')),
    measure integer check ((measure is not null) = (kind = 'asks-for-help')),
    said_at timestamptz not null default now()
  )`,
  'create index on stage_word (assignment_id, student_id)',
];
