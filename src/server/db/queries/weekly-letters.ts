import { sql } from 'kysely';
import type { Day } from '@/core/calendar';
import { database } from '../connection';

export async function wantsWeeklyLetter(userId: string): Promise<boolean> {
  const row = await database()
    .selectFrom('weekly_letter')
    .select('user_id')
    .where('user_id', '=', userId)
    .executeTakeFirst();
  return row !== undefined;
}

export async function setWeeklyLetter(userId: string, isWanted: boolean): Promise<void> {
  if (isWanted)
    await database()
      .insertInto('weekly_letter')
      .values({ user_id: userId })
      .onConflict((conflict) => conflict.doNothing())
      .execute();
  else await database().deleteFrom('weekly_letter').where('user_id', '=', userId).execute();
}

/**
 * Takes a teacher for whom the letter of a week is to be written: of several workers one gets it.
 * @param monday on which it is written. @returns undefined when all have theirs.
 */
export async function takeNextReader(
  monday: Day,
): Promise<{ readonly id: string; readonly name: string; readonly email: string } | undefined> {
  const { rows } = await sql<{ id: string; name: string; email: string }>`
    update weekly_letter set written_for = ${monday}
    from "user"
    where "user".id = weekly_letter.user_id and weekly_letter.user_id = (
      select user_id from weekly_letter where written_for is null or written_for < ${monday}
      order by user_id limit 1 for update skip locked
    )
    returning "user".id, "user".name, "user".email`.execute(database());
  return rows[0];
}
