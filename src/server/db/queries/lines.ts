import { type ExpressionBuilder, sql } from 'kysely';
import type { LineDocument } from '@/core/arranging';
import { database } from '../connection';
import type { Database } from '../schema';
import { IS_ON_SHELF, isEditedBy, isReadBy } from './book-rights';
import { patternOf } from './text-pattern';

export interface ShelfFilter {
  /** In the title, the number or what is new on the page. */
  readonly search: string | undefined;
  readonly instrument: string | undefined;
  /** All of these must be in the line. */
  readonly features: readonly string[];
  readonly bookId: string | undefined;
}

/** Lines of a teacher's books, without their music, in the order of the books. */
export async function listLines(teacherId: string, filter: ShelfFilter, offset: number, limit: number) {
  const rows = await filtered(teacherId, filter)
    .select([
      'line.id',
      'line.number',
      'line.title',
      'line.page',
      'line.level',
      'line.token',
      'line.features',
      'line.instruments',
      'line.content_hash as contentHash',
      'book.id as bookId',
      'book.title as bookTitle',
    ])
    .leftJoin('line_to_stand', 'line_to_stand.line_id', 'line.id')
    .select((e) => [
      e('line_to_stand.line_id', 'is not', null).$castTo<boolean>().as('isAsked'),
      e('line_to_stand.problem', 'is not', null).$castTo<boolean>().as('isGivenUp'),
    ])
    .orderBy('book.title')
    .orderBy('book.id')
    .orderBy('line.place')
    .offset(offset)
    .limit(limit)
    .execute();
  return rows;
}

export async function countLines(teacherId: string, filter: ShelfFilter): Promise<number> {
  const { count } = await filtered(teacherId, filter)
    .select((e) => e.fn.countAll<string>().as('count'))
    .executeTakeFirstOrThrow();
  return Number(count);
}

function filtered(teacherId: string, { search, instrument, features, bookId }: ShelfFilter) {
  return (
    database()
      .selectFrom('line')
      .innerJoin('book', 'book.id', 'line.book_id')
      .where(isReadBy(teacherId))
      .where(IS_ON_SHELF)
      .where('line.removed_at', 'is', null)
      // Whoever only reads a book sees what is ready.
      .where((e) => e.or([e('line.content_hash', 'is not', null), isEditedBy(teacherId)]))
      .$if(bookId !== undefined, (query) => query.where('book.id', '=', bookId!))
      .$if(instrument !== undefined, (query) =>
        query.where(sql<boolean>`${instrument} = any(line.instruments)`),
      )
      .$if(features.length > 0, (query) =>
        query.where(sql<boolean>`line.features @> ${[...features]}::text[]`),
      )
      .$if(search !== undefined, (query) => query.where((e) => matches(e, search!)))
  );
}

function matches(e: ExpressionBuilder<Database, 'line' | 'book'>, search: string) {
  const pattern = patternOf(search);
  const isNumber = /^\d{1,4}$/.test(search);
  return e.or([
    e('line.title', 'ilike', pattern),
    ...(isNumber ? [e('line.number', '=', Number(search))] : []),
    e.exists(
      e
        .selectFrom('book_page')
        .select('book_page.page')
        .whereRef('book_page.book_id', '=', 'line.book_id')
        .whereRef('book_page.page', '=', 'line.page')
        .where('book_page.whats_new', 'ilike', pattern),
    ),
  ]);
}

function lineWithFacts() {
  return database()
    .selectFrom('line')
    .innerJoin('book', 'book.id', 'line.book_id')
    .select([
      'line.id',
      'line.number',
      'line.title',
      'line.page',
      'line.level',
      'line.token',
      'line.revision',
      'line.content_hash as contentHash',
      'book.id as bookId',
      'book.title as bookTitle',
      'book.teacher_id as ownerId',
    ])
    .where('line.removed_at', 'is', null)
    .where(IS_ON_SHELF);
}

/** What somebody may do with the book of a line. */
const rightsOf = (teacherId: string) => ({
  isRead: isReadBy(teacherId).as('isRead'),
  isEdited: isEditedBy(teacherId).as('isEdited'),
});

/** A line with its document, and what somebody may do with it. */
export function maybeLine(lineId: string, teacherId: string) {
  const { isRead, isEdited } = rightsOf(teacherId);
  return lineWithFacts()
    .select('line.document')
    .select([isRead, isEdited])
    .where('line.id', '=', lineId)
    .executeTakeFirst();
}

/** The same without its music: little, for what is asked often. */
export function maybeLineFacts(lineId: string, teacherId: string) {
  const { isRead, isEdited } = rightsOf(teacherId);
  return lineWithFacts().select([isRead, isEdited]).where('line.id', '=', lineId).executeTakeFirst();
}

export interface LineFacts {
  readonly number: number;
  readonly page: number | null;
  readonly level: number | null;
  readonly token: string | null;
}

/**
 * Adds a line at the end of a book.
 * @param json its LineDocument. @param facts its number is the next free one when none is given.
 * @returns its id.
 */
export async function insertLine(
  bookId: string,
  title: string,
  json: string,
  facts: Partial<LineFacts> = {},
): Promise<string> {
  const { number, page = null, level = null, token = null } = facts;
  const row = await database()
    .insertInto('line')
    .columns(['book_id', 'number', 'place', 'title', 'document', 'page', 'level', 'token'])
    .expression((e) =>
      e
        .selectFrom('book')
        .leftJoin('line', 'line.book_id', 'book.id')
        .select(({ fn, val, ref }) => [
          ref('book.id').as('book_id'),
          number === undefined
            ? e(fn.coalesce(fn.max('line.number'), val(0)), '+', 1).as('number')
            : e.cast<number>(val(number), 'integer').as('number'),
          e(fn.coalesce(fn.max('line.place'), val(0)), '+', 1).as('place'),
          val(title).as('title'),
          e.cast<string>(val(json), 'jsonb').as('document'),
          e.cast<number | null>(val(page), 'integer').as('page'),
          e.cast<number | null>(val(level), 'integer').as('level'),
          e.cast<string | null>(val(token), 'text').as('token'),
        ])
        .where('book.id', '=', bookId)
        .groupBy('book.id'),
    )
    .returning('id')
    .executeTakeFirstOrThrow();
  return row.id;
}

/** Lines of a book that are on the stand, up to a page. @returns their ids. */
export async function listLinesUpToPage(bookId: string, page: number): Promise<readonly string[]> {
  const rows = await database()
    .selectFrom('line')
    .select('id')
    .where('book_id', '=', bookId)
    .where('page', '<=', page)
    .where('content_hash', 'is not', null)
    .where('removed_at', 'is', null)
    .execute();
  return rows.map(({ id }) => id);
}

/** Takes back lines that nobody has been given. */
export async function deleteLines(lineIds: readonly string[]): Promise<void> {
  if (lineIds.length > 0) await database().deleteFrom('line').where('id', 'in', lineIds).execute();
}

export async function updateFacts(lineId: string, facts: LineFacts): Promise<void> {
  await database().updateTable('line').set(facts).where('id', '=', lineId).execute();
}

/** Puts a line at the end of another book. */
export async function moveToBook(lineId: string, bookId: string): Promise<void> {
  await database()
    .updateTable('line')
    .set((e) => ({
      book_id: bookId,
      place: e
        .selectFrom('line')
        .select(({ fn, val }) => e(fn.coalesce(fn.max('place'), val(0)), '+', 1).as('next'))
        .where('book_id', '=', bookId),
    }))
    .where('id', '=', lineId)
    .where('book_id', '<>', bookId)
    .execute();
}

export async function countAssignments(lineId: string): Promise<number> {
  const { count } = await database()
    .selectFrom('assignment')
    .select((e) => e.fn.countAll<string>().as('count'))
    .where('line_id', '=', lineId)
    .executeTakeFirstOrThrow();
  return Number(count);
}

/**
 * Stores a document unless somebody else has stored one meanwhile.
 * @param revision that the document is based on.
 * @returns the new revision; undefined when it was overtaken.
 */
export async function storeDocument(
  lineId: string,
  revision: number,
  document: LineDocument,
): Promise<number | undefined> {
  const row = await database()
    .updateTable('line')
    .set({
      document: JSON.stringify(document),
      title: document.score.title,
      revision: sql<number>`revision + 1`,
    })
    .where('id', '=', lineId)
    .where('revision', '=', revision)
    .returning('revision')
    .executeTakeFirst();
  return row?.revision;
}
