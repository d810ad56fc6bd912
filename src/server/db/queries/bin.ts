import { sql } from 'kysely';
import { database } from '../connection';

/** What lies in the bin for longer goes for good. */
export const DAYS_IN_BIN = 60;

/** What lies in somebody's bin, the newest first. */
export async function listBin(teacherId: string) {
  const [lines, books] = await Promise.all([
    database()
      .selectFrom('line')
      .innerJoin('book', 'book.id', 'line.book_id')
      .select([
        'line.id',
        'line.number',
        'line.title',
        'line.removed_at as removedAt',
        'book.title as bookTitle',
      ])
      .where('book.teacher_id', '=', teacherId)
      .where('book.removed_at', 'is', null)
      .where('line.removed_at', 'is not', null)
      .orderBy('line.removed_at', 'desc')
      .execute(),
    database()
      .selectFrom('book')
      .select((e) => [
        'book.id',
        'book.title',
        'book.removed_at as removedAt',
        e
          .selectFrom('line')
          .whereRef('line.book_id', '=', 'book.id')
          .where('line.removed_at', 'is', null)
          .select((line) => line.fn.countAll<string>().as('count'))
          .as('lineCount'),
      ])
      .where('book.teacher_id', '=', teacherId)
      .where('book.removed_at', 'is not', null)
      .orderBy('book.removed_at', 'desc')
      .execute(),
  ]);
  return { lines, books };
}

/** What was taken back from classes of somebody's, the newest first. */
export function listTakenBack(classIds: readonly string[]) {
  if (classIds.length === 0) return Promise.resolve([]);
  return database()
    .selectFrom('assignment')
    .innerJoin('class', 'class.id', 'assignment.class_id')
    .innerJoin('line', 'line.id', 'assignment.line_id')
    .select([
      'assignment.id',
      'assignment.withdrawn_at as removedAt',
      'class.name as className',
      'line.number as lineNumber',
      'line.title as lineTitle',
    ])
    .where('assignment.class_id', 'in', classIds)
    .where('assignment.withdrawn_at', 'is not', null)
    .where('assignment.withdrawn_at', '>', sql<Date>`now() - make_interval(days => ${DAYS_IN_BIN})`)
    .orderBy('assignment.withdrawn_at', 'desc')
    .execute();
}

type Thing = 'line' | 'book';

/** Puts something into the bin, or takes it out again. */
export async function setRemoved(thing: Thing, id: string, isRemoved: boolean): Promise<void> {
  await database()
    .updateTable(thing)
    .set({ removed_at: isRemoved ? sql<Date>`now()` : null })
    .where('id', '=', id)
    .execute();
}

/** Whose something in the bin is; undefined when it does not lie there. */
export async function maybeOwnerInBin(thing: Thing, id: string): Promise<string | undefined> {
  const row =
    thing === 'line'
      ? await database()
          .selectFrom('line')
          .innerJoin('book', 'book.id', 'line.book_id')
          .select('book.teacher_id')
          .where('line.id', '=', id)
          .where('line.removed_at', 'is not', null)
          .executeTakeFirst()
      : await database()
          .selectFrom('book')
          .select('teacher_id')
          .where('id', '=', id)
          .where('removed_at', 'is not', null)
          .executeTakeFirst();
  return row?.teacher_id;
}

/** Removes for good. Nothing that was ever given out lies in the bin. */
export async function deleteForGood(thing: Thing, id: string): Promise<void> {
  await database().deleteFrom(thing).where('id', '=', id).where('removed_at', 'is not', null).execute();
}

/** How often lines of a book are or were given out. */
export async function countAssignmentsOfBook(bookId: string): Promise<number> {
  const { count } = await database()
    .selectFrom('assignment')
    .innerJoin('line', 'line.id', 'assignment.line_id')
    .select((e) => e.fn.countAll<string>().as('count'))
    .where('line.book_id', '=', bookId)
    .executeTakeFirstOrThrow();
  return Number(count);
}

/** What lay in the bin for long enough. */
export async function emptyOldBins(): Promise<void> {
  for (const thing of ['line', 'book'] as const)
    await database()
      .deleteFrom(thing)
      .where('removed_at', '<', sql<Date>`now() - make_interval(days => ${DAYS_IN_BIN})`)
      .execute();
  // What was only kept for a slip.
  const slip = sql<Date>`now() - interval '1 day'`;
  await database().deleteFrom('take_pin').where('removed_at', '<', slip).execute();
  await database().deleteFrom('plan').where('removed_at', '<', slip).execute();
  await database().deleteFrom('stage_word').where('settled_at', '<', slip).execute();
}
