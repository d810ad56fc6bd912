import { sql } from 'kysely';
import { database } from '../connection';

export interface NewLetter {
  readonly recipient: string;
  readonly subject: string;
  readonly body: string;
}

/** A letter that fails so often is not tried any more. */
export const MOST_TRIES = 8;
const MOST_LISTED = 50;

/** Puts a letter into the box; the worker sends it where a mail server is set up. */
export async function writeLetter(letter: NewLetter): Promise<void> {
  await database().insertInto('letter').values(letter).execute();
}

/** The newest letters, whether they were sent or not. */
export function listLetters() {
  return database()
    .selectFrom('letter')
    .select(['id', 'recipient', 'subject', 'body', 'written_at as writtenAt', 'sent_at as sentAt', 'problem'])
    .orderBy('written_at', 'desc')
    .limit(MOST_LISTED)
    .execute();
}

/**
 * Takes the oldest letter that is to be sent, and keeps other workers from it meanwhile.
 * @param send throws what is wrong. @returns whether there was one.
 */
export function sendNextLetter(send: (letter: NewLetter) => Promise<void>): Promise<boolean> {
  return database()
    .transaction()
    .execute(async (db) => {
      const letter = await db
        .selectFrom('letter')
        .select(['id', 'recipient', 'subject', 'body'])
        .where('sent_at', 'is', null)
        .where('tries', '<', MOST_TRIES)
        // Each try waits twice as long as the one before.
        .where(
          sql<boolean>`written_at <= now() - make_interval(secs => case tries when 0 then 0 else 30 * 2 ^ tries end)`,
        )
        .orderBy('written_at')
        .limit(1)
        .forUpdate()
        .skipLocked()
        .executeTakeFirst();
      if (!letter) return false;
      let problem: string | null = null;
      try {
        await send(letter);
      } catch (error) {
        problem = error instanceof Error ? error.message : String(error);
      }
      await db
        .updateTable('letter')
        .set((e) => ({
          tries: e('tries', '+', 1),
          problem,
          ...(problem === null && { sent_at: sql<Date>`now()` }),
        }))
        .where('id', '=', letter.id)
        .execute();
      return true;
    });
}

/** Letters hold links and addresses: none is kept for longer. */
export async function removeOldLetters(): Promise<void> {
  await database()
    .deleteFrom('letter')
    .where('written_at', '<', sql<Date>`now() - interval '90 days'`)
    .execute();
}
