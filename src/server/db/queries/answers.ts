import { sql } from 'kysely';
import type { Answer, Passage } from '@/core/practice';
import { database } from '../connection';

/** The passages that a student was asked for on an assignment, the earliest take first. */
export function listAskedPassages(assignmentId: string, studentId: string) {
  return database()
    .selectFrom('take_answer')
    .innerJoin('take', 'take.id', 'take_answer.take_id')
    .select(['take.id as takeId', 'take.stage'])
    .select(sql<Passage>`take_answer.passage`.as('passage'))
    .where('take.assignment_id', '=', assignmentId)
    .where('take.student_id', '=', studentId)
    .where('take_answer.passage', 'is not', null)
    .orderBy('take.handed_in_at')
    .execute();
}

export async function storeAnswer(values: {
  take_id: string;
  teacher_id: string;
  answer: Answer;
  comment: string;
  /** JSON; null without one. */
  rating?: string | null;
  passage?: string | null;
  /** Now, when it is left out. */
  answered_at?: Date;
}): Promise<void> {
  const { answer, comment, teacher_id, rating = null, passage = null } = values;
  await database()
    .insertInto('take_answer')
    .values(values)
    .onConflict((conflict) =>
      conflict.column('take_id').doUpdateSet({
        answer,
        comment,
        teacher_id,
        rating,
        passage,
        answered_at: sql`now()`,
        before: sql`to_jsonb(take_answer) - 'before' - 'take_id'`,
      }),
    )
    .execute();
}

/** Takes the last answer back: what stood there before stands again, or nothing. @returns whether there was one. */
export function takeAnswerBack(takeId: string): Promise<boolean> {
  return database()
    .transaction()
    .execute(async (db) => {
      const now = await db
        .selectFrom('take_answer')
        .select('before')
        .where('take_id', '=', takeId)
        .forUpdate()
        .executeTakeFirst();
      if (!now) return false;
      if (!now.before) {
        await db.deleteFrom('take_answer').where('take_id', '=', takeId).execute();
        return true;
      }
      const { rating, passage, answered_at, ...before } = now.before;
      await db
        .updateTable('take_answer')
        .set({
          ...before,
          rating: rating && JSON.stringify(rating),
          passage: passage && JSON.stringify(passage),
          answered_at: new Date(answered_at),
          before: null,
        })
        .where('take_id', '=', takeId)
        .execute();
      return true;
    });
}
