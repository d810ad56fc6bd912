import { type Kysely, sql } from 'kysely';

/** Attempts are counted by where they come from as well; a device is known again by whose account it was used for. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`drop table attempt`.execute(db);
  await sql`
    create table attempt (
      id bigint generated always as identity primary key,
      subject text not null,
      source text not null default '',
      at timestamptz not null default now()
    )`.execute(db);
  await sql`create index on attempt (subject, at)`.execute(db);
  await sql`create index on attempt (at)`.execute(db);
  await sql`
    create table known_device (
      token_hash text not null,
      user_id text not null references "user" (id) on delete cascade,
      last_used_at timestamptz not null default now(),
      primary key (token_hash, user_id)
    )`.execute(db);
  await sql`create index on known_device (user_id)`.execute(db);
}
