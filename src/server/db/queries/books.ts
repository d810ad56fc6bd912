import { sql } from 'kysely';
import { database } from '../connection';

export function listBooks(teacherId: string) {
  return database()
    .selectFrom('book')
    .select(['id', 'title'])
    .where('teacher_id', '=', teacherId)
    .orderBy('title')
    .execute();
}

export function maybeBook(bookId: string) {
  return database().selectFrom('book').selectAll().where('id', '=', bookId).executeTakeFirst();
}

export function insertBook(teacherId: string, title: string) {
  return database()
    .insertInto('book')
    .values({ teacher_id: teacherId, title })
    .returning('id')
    .executeTakeFirstOrThrow();
}

export async function renameBook(bookId: string, title: string): Promise<void> {
  await database().updateTable('book').set({ title }).where('id', '=', bookId).execute();
}

/** What is new on each page of a teacher's books. */
export function listPages(teacherId: string) {
  return database()
    .selectFrom('book_page')
    .innerJoin('book', 'book.id', 'book_page.book_id')
    .select(['book_page.book_id as bookId', 'book_page.page', 'book_page.whats_new as whatsNew'])
    .where('book.teacher_id', '=', teacherId)
    .execute();
}

export async function storePage(bookId: string, page: number, whatsNew: string): Promise<void> {
  await database()
    .insertInto('book_page')
    .values({ book_id: bookId, page, whats_new: whatsNew })
    .onConflict((conflict) => conflict.columns(['book_id', 'page']).doUpdateSet({ whats_new: whatsNew }))
    .execute();
}

/** Puts a line beside another one of its book; the lines behind make room. */
export async function moveLine(lineId: string, neighbourId: string, side: 'before' | 'after'): Promise<void> {
  await database()
    .transaction()
    .execute(async (db) => {
      const inBook = (id: string) =>
        db.selectFrom('line').select(['book_id', 'place']).where('id', '=', id).executeTakeFirstOrThrow();
      const { book_id } = await inBook(lineId);
      // Two drags at once take turns.
      await db.selectFrom('book').select('id').where('id', '=', book_id).forUpdate().execute();
      const place = (await inBook(neighbourId)).place + (side === 'after' ? 1 : 0);
      await db
        .updateTable('line')
        .set({ place: sql`place + 1` })
        .where('book_id', '=', book_id)
        .where('place', '>=', place)
        .execute();
      await db.updateTable('line').set({ place }).where('id', '=', lineId).execute();
    });
}
