import { sql } from 'kysely';
import { database } from '../connection';
import { IS_ON_SHELF, isEditedBy, isReadBy } from './book-rights';

/** The books on somebody's shelf: one's own, and those that colleagues share. */
export function listBooks(teacherId: string) {
  return database()
    .selectFrom('book')
    .innerJoin('user as owner', 'owner.id', 'book.teacher_id')
    .select(['book.id', 'book.title', 'book.teacher_id as ownerId', 'owner.name as ownerName'])
    .select(isEditedBy(teacherId).as('isEdited'))
    .select((e) =>
      e
        .selectFrom('line')
        .whereRef('line.book_id', '=', 'book.id')
        .where('line.removed_at', 'is', null)
        .select(sql<number>`count(*)::int`.as('count'))
        .as('lineCount'),
    )
    .where(isReadBy(teacherId))
    .where(IS_ON_SHELF)
    .orderBy('book.title')
    .execute();
}

/** A book that is not in the bin, and what somebody may do with it. */
export function maybeBook(bookId: string, teacherId: string) {
  return database()
    .selectFrom('book')
    .select(['book.id', 'book.title', 'book.teacher_id as ownerId'])
    .select([isReadBy(teacherId).as('isRead'), isEditedBy(teacherId).as('isEdited')])
    .where('book.id', '=', bookId)
    .where(IS_ON_SHELF)
    .executeTakeFirst();
}

/** Who has a book on the shelf as well. */
export function listShares(bookId: string) {
  return database()
    .selectFrom('book_share')
    .innerJoin('user', 'user.id', 'book_share.teacher_id')
    .select(['user.id', 'user.name', 'user.email', 'book_share.may_edit as mayEdit'])
    .where('book_share.book_id', '=', bookId)
    .orderBy('user.name')
    .execute();
}

/** Sharing with somebody again changes what may be done. */
export async function shareBook(bookId: string, teacherId: string, mayEdit: boolean): Promise<void> {
  await database()
    .insertInto('book_share')
    .values({ book_id: bookId, teacher_id: teacherId, may_edit: mayEdit })
    .onConflict((conflict) => conflict.columns(['book_id', 'teacher_id']).doUpdateSet({ may_edit: mayEdit }))
    .execute();
}

export async function unshareBook(bookId: string, teacherId: string): Promise<void> {
  await database()
    .deleteFrom('book_share')
    .where('book_id', '=', bookId)
    .where('teacher_id', '=', teacherId)
    .execute();
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
    .where(isReadBy(teacherId))
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
