import { type Kysely, sql } from 'kysely';

const TABLES = ['assignment', 'assignment_change'] as const;

/** 6/8 that is practised in six begins with eighths at 60: large beats at 20. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const table of TABLES) {
    await sql.raw(`alter table ${table} drop constraint ${table}_start_bpm_check`).execute(db);
    await sql
      .raw(
        `alter table ${table} add constraint ${table}_start_bpm_check check (start_bpm between 20 and 208)`,
      )
      .execute(db);
  }
}
