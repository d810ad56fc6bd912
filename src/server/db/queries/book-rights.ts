import { sql } from 'kysely';

/** Whether somebody reads the book of a larger query: whose it is, or whom it is shared with. */
export const isReadBy = (teacherId: string) => sql<boolean>`(book.teacher_id = ${teacherId} or exists (
  select from book_share where book_share.book_id = book.id and book_share.teacher_id = ${teacherId}
))`;

/** Whether somebody may change the book of a larger query. */
export const isEditedBy = (teacherId: string) => sql<boolean>`(book.teacher_id = ${teacherId} or exists (
  select from book_share where book_share.book_id = book.id and book_share.teacher_id = ${teacherId} and book_share.may_edit
))`;

/** Nobody finds what lies in the bin, but there. */
export const IS_ON_SHELF = sql<boolean>`(book.removed_at is null)`;
