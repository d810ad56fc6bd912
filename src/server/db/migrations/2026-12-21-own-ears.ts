import { type Kysely, sql } from 'kysely';

/** A class decides how often its students rate a take themselves before they see the verdict. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `alter table class add column own_ears text not null default 'every-take'
        check (own_ears in ('every-take', 'once-a-sitting', 'never'))`,
    )
    .execute(db);
}
