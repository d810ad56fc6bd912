import { type Kysely, sql } from 'kysely';

/** Accounts (the auth library's four tables), classes, lines, assignments, takes. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}

const STATEMENTS = [
  `create table "user" (
    id text primary key,
    name text not null,
    email text not null unique,
    "emailVerified" boolean not null,
    image text,
    role text not null check (role in ('teacher', 'student')),
    "createdAt" timestamptz not null default now(),
    "updatedAt" timestamptz not null default now()
  )`,
  `create table "session" (
    id text primary key,
    "expiresAt" timestamptz not null,
    token text not null unique,
    "createdAt" timestamptz not null default now(),
    "updatedAt" timestamptz not null default now(),
    "ipAddress" text,
    "userAgent" text,
    "userId" text not null references "user" (id) on delete cascade
  )`,
  `create index on "session" ("userId")`,
  `create table "account" (
    id text primary key,
    "accountId" text not null,
    "providerId" text not null,
    "userId" text not null references "user" (id) on delete cascade,
    "accessToken" text,
    "refreshToken" text,
    "idToken" text,
    "accessTokenExpiresAt" timestamptz,
    "refreshTokenExpiresAt" timestamptz,
    scope text,
    password text,
    "createdAt" timestamptz not null default now(),
    "updatedAt" timestamptz not null default now()
  )`,
  `create index on "account" ("userId")`,
  `create table "verification" (
    id text primary key,
    identifier text not null,
    value text not null,
    "expiresAt" timestamptz not null,
    "createdAt" timestamptz not null default now(),
    "updatedAt" timestamptz not null default now()
  )`,
  `create table class (
    id uuid primary key default gen_random_uuid(),
    teacher_id text not null references "user" (id) on delete cascade,
    name text not null check (length(name) between 1 and 60),
    code text not null unique,
    created_at timestamptz not null default now()
  )`,
  `create table class_student (
    class_id uuid not null references class (id) on delete cascade,
    student_id text not null references "user" (id) on delete cascade,
    user_name text not null check (user_name = lower(user_name) and length(user_name) between 1 and 30),
    primary key (class_id, student_id),
    unique (class_id, user_name)
  )`,
  `create index on class_student (student_id)`,
  `create table book (
    id uuid primary key default gen_random_uuid(),
    teacher_id text not null references "user" (id) on delete cascade,
    title text not null check (length(title) between 1 and 80)
  )`,
  `create table line (
    id uuid primary key default gen_random_uuid(),
    book_id uuid not null references book (id) on delete cascade,
    number integer not null check (number between 1 and 9999),
    title text not null check (length(title) between 1 and 120),
    music_xml text not null,
    line jsonb not null,
    content_hash text not null,
    created_at timestamptz not null default now(),
    unique (book_id, number)
  )`,
  `create table engraving (
    content_hash text not null,
    layout text not null check (layout in ('wide', 'narrow')),
    version integer not null,
    engraving jsonb not null,
    primary key (content_hash, layout, version)
  )`,
  `create table assignment (
    id uuid primary key default gen_random_uuid(),
    class_id uuid not null references class (id) on delete cascade,
    line_id uuid not null references line (id) on delete cascade,
    start_bpm integer not null check (start_bpm between 40 and 208),
    goal_bpm integer not null check (goal_bpm between start_bpm and 208),
    due_on date not null,
    created_at timestamptz not null default now()
  )`,
  `create index on assignment (class_id)`,
  `create table take (
    id uuid primary key,
    assignment_id uuid not null references assignment (id) on delete cascade,
    student_id text not null references "user" (id) on delete cascade,
    asked_bpm integer not null check (asked_bpm between 20 and 400),
    source text not null check (source in ('recorded', 'file', 'simulated')),
    state text not null default 'waiting' check (state in ('waiting', 'checked', 'failed')),
    failure text,
    audio bytea not null,
    audio_type text not null check (audio_type in ('wav', 'upload')),
    handed_in_at timestamptz not null default now()
  )`,
  // Uncompressed out-of-line storage: a range of a recording is then read without touching the rest.
  'alter table take alter column audio set storage external',
  'create index on take (assignment_id, student_id)',
  `create table take_check (
    take_id uuid primary key references take (id) on delete cascade,
    heard jsonb not null,
    following jsonb not null,
    verdict jsonb not null,
    checked_at timestamptz not null default now()
  )`,
  `create table take_answer (
    take_id uuid primary key references take (id) on delete cascade,
    teacher_id text not null references "user" (id) on delete cascade,
    answer text not null check (answer in ('accepted', 'again')),
    comment text not null check (length(comment) <= 1000),
    answered_at timestamptz not null default now()
  )`,
  'create table setting (name text primary key, value text not null)',
  `create table attempt (subject text not null, at timestamptz not null default now())`,
  'create index on attempt (subject, at)',
];
