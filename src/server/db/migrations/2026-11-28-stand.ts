import { type Kysely, sql } from 'kysely';

/**
 * A class has its way of counting in. A take arrives piece by piece, and says what the device played along, how the
 * student rated it, and when it was played.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}

const STATEMENTS = [
  'alter table class add column count_in jsonb',
  `alter table take
    add column alongside jsonb,
    add column self_rating jsonb,
    add column recorded_at timestamptz`,
  // Of takes that are still on their way.
  `create table take_piece (
    take_id uuid not null,
    student_id text not null references "user" (id) on delete cascade,
    from_byte integer not null check (from_byte >= 0),
    bytes bytea not null,
    received_at timestamptz not null default now(),
    primary key (take_id, from_byte)
  )`,
  'alter table take_piece alter column bytes set storage external',
  'create index on take_piece (student_id)',
  'create index on take_piece (received_at)',
];
