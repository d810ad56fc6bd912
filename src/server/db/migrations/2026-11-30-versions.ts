import { type Kysely, sql } from 'kysely';

/** By what a take was checked, beside the facts: outdated takes are found without reading the facts of all. */
export async function up(db: Kysely<unknown>): Promise<void> {
  const versions = ['heard', 'following', 'verdict'].map(
    (facts) =>
      `add column ${facts}_version integer not null generated always as ((${facts} ->> 'version')::integer) stored`,
  );
  await sql.raw(`alter table take_check ${versions.join(', ')}`).execute(db);
}
