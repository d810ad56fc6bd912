import { sql } from 'kysely';
import type { Known } from '@/core/drills';
import { database } from '../connection';

/** What a student was asked so far, the least known first. */
export function listKnown(studentId: string) {
  return database()
    .selectFrom('drill_item')
    .select(['item', 'box', 'due_on as dueOn', 'asked', 'missed'])
    .where('student_id', '=', studentId)
    .orderBy('box')
    .orderBy('missed', 'desc')
    .orderBy('item')
    .execute();
}

export function maybeKnown(
  studentId: string,
  item: string,
): Promise<(Known & { readonly lastAnswerId: string | null }) | undefined> {
  return database()
    .selectFrom('drill_item')
    .select(['box', 'due_on as dueOn', 'last_answer_id as lastAnswerId'])
    .where('student_id', '=', studentId)
    .where('item', '=', item)
    .executeTakeFirst();
}

export async function countKnown(studentId: string): Promise<number> {
  const { count } = await database()
    .selectFrom('drill_item')
    .select(({ fn }) => fn.countAll<string>().as('count'))
    .where('student_id', '=', studentId)
    .executeTakeFirstOrThrow();
  return Number(count);
}

/** Stores where something stands after an answer. @param answerId tells an answer that is sent twice. */
export async function storeKnown(
  studentId: string,
  item: string,
  answerId: string,
  { box, dueOn }: Known,
  isRight: boolean,
): Promise<void> {
  const missed = isRight ? 0 : 1;
  await database()
    .insertInto('drill_item')
    .values({ student_id: studentId, item, box, due_on: dueOn, missed, last_answer_id: answerId })
    .onConflict((conflict) =>
      conflict.columns(['student_id', 'item']).doUpdateSet({
        box,
        due_on: dueOn,
        last_answer_id: answerId,
        asked: sql`drill_item.asked + 1`,
        missed: sql`drill_item.missed + ${missed}`,
        answered_at: sql`now()`,
      }),
    )
    .execute();
}
