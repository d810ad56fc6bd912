import { type Kysely, sql } from 'kysely';

/** A class may record only whom somebody has agreed for; taps are no recordings; a class can be removed for good. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table class add column requires_consent boolean not null default false`.execute(db);
  await sql`alter table take drop constraint take_source_check`.execute(db);
  await sql`
    alter table take add constraint take_source_check
      check (source in ('recorded', 'tapped', 'file', 'simulated'))`.execute(db);
  await sql`alter table removal drop constraint removal_kind_check`.execute(db);
  await sql`
    alter table removal add constraint removal_kind_check check (kind in ('student', 'class', 'recordings'))`.execute(
    db,
  );
}
