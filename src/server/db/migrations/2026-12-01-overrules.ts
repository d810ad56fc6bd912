import { type Kysely, sql } from 'kysely';

/** A teacher overrules half a measure of a verdict, which itself stays as it was. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `create table take_overrule (
        take_id uuid not null references take (id) on delete cascade,
        measure_index integer not null check (measure_index between 0 and 999),
        quality text not null check (quality in ('notes', 'rhythm')),
        is_right boolean not null,
        teacher_id text not null references "user" (id) on delete cascade,
        said_at timestamptz not null default now(),
        primary key (take_id, measure_index, quality)
      )`,
    )
    .execute(db);
}
