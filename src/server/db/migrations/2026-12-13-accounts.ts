import { type Kysely, sql } from 'kysely';

/** Letters that Mevlo writes, links that open once, and colleagues who are asked before they help in a class. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table letter (
      id uuid primary key default gen_random_uuid(),
      recipient text not null,
      subject text not null,
      body text not null,
      written_at timestamptz not null default now(),
      sent_at timestamptz,
      tries integer not null default 0,
      problem text
    )`.execute(db);
  await sql`create index letter_unsent on letter (written_at) where sent_at is null`.execute(db);
  await sql`
    create table one_time_link (
      token_hash text primary key check (token_hash ~ '^[0-9a-f]{64}$'),
      kind text not null check (kind in ('invitation', 'new-password')),
      email text not null,
      user_id text references "user" (id) on delete cascade,
      made_by text references "user" (id) on delete cascade,
      made_at timestamptz not null default now(),
      expires_at timestamptz not null
    )`.execute(db);
  await sql`alter table class_teacher add column accepted_at timestamptz`.execute(db);
  await sql`update class_teacher set accepted_at = since`.execute(db);
}
