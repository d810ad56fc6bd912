import { createHash } from 'node:crypto';
import { sql } from 'kysely';
import { database } from '../connection';

/** The database knows a device by this alone. */
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/** Whether somebody has signed in to an account on a device before. */
export async function isKnownDevice(token: string, userId: string): Promise<boolean> {
  const row = await database()
    .selectFrom('known_device')
    .select('user_id')
    .where('token_hash', '=', hashOf(token))
    .where('user_id', '=', userId)
    .executeTakeFirst();
  return row !== undefined;
}

export async function rememberDevice(token: string, userId: string): Promise<void> {
  await database()
    .insertInto('known_device')
    .values({ token_hash: hashOf(token), user_id: userId })
    .onConflict((conflict) =>
      conflict.columns(['token_hash', 'user_id']).doUpdateSet({ last_used_at: sql`now()` }),
    )
    .execute();
}
