import { type Kysely, sql } from 'kysely';

/** A third answer: some things are shown better than written. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw('alter table take_answer drop constraint take_answer_answer_check').execute(db);
  await sql
    .raw(
      `alter table take_answer add constraint take_answer_answer_check
        check (answer in ('accepted', 'again', 'see-me'))`,
    )
    .execute(db);
}
