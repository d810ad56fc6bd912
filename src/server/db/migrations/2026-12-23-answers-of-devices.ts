import { type Kysely, sql } from 'kysely';

/** Answers of a minute of reading wait on devices, and may come twice. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw('alter table drill_item add column last_answer_id uuid').execute(db);
}
