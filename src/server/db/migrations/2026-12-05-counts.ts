import { type Kysely, sql } from 'kysely';

/** What of a take's measures counts for climbing: a board of a term reads thousands of them. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `alter table take_check
        add column measure_count int generated always as (jsonb_array_length(verdict -> 'measures')) stored,
        add column weak_measures int generated always as (jsonb_array_length(jsonb_path_query_array(
          verdict, '$.measures[*] ? (@.notesNeedWork == true || @.rhythmNeedsWork == true)'))) stored,
        add column has_fault boolean generated always as (jsonb_path_exists(
          verdict, '$.measures[*] ? (@.notesRight < @.written || @.rhythmRight < @.written)')) stored`,
    )
    .execute(db);
}
