import { type Kysely, sql } from 'kysely';

/** A student's address had the user name in it: whoever was called "jr." could never sign in. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`update "user" set email = lower(id) || '@student.invalid' where role = 'student'`.execute(db);
}
