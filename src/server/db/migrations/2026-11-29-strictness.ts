import { type Kysely, sql } from 'kysely';

/** A class has a strictness, by which its takes are judged. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `alter table class add column strictness text not null default 'usual'
        check (strictness in ('gentle', 'usual', 'exacting'))`,
    )
    .execute(db);
}
