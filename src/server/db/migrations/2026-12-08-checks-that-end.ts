import { type Kysely, sql } from 'kysely';

/** Every check ends: with a verdict, or with a reason. What comes after it (a reason to listen, a smaller recording) is noted, too. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table take
      add column checks_begun integer not null default 0,
      add column check_alive_at timestamptz,
      add column problem text`.execute(db);
  await sql`alter table take drop constraint take_audio_type_check`.execute(db);
  await sql`alter table take add constraint take_audio_type_check check (audio_type in ('wav', 'flac', 'upload'))`.execute(
    db,
  );
  await sql`alter table take_check add column finished_at timestamptz`.execute(db);
  // What was checked before is not finished, either: its recording is still as it was sent.
  await sql`create index take_check_unfinished on take_check (checked_at) where finished_at is null`.execute(
    db,
  );
  await sql`create index take_waiting on take (handed_in_at) where state = 'waiting'`.execute(db);
}
