import { sql } from 'kysely';
import type { Line } from '@/core/notation';
import { ENGRAVING_VERSION, type Engraving, type Layout } from '@/engraving/engraving';
import { database } from '../connection';

export function listBooks(teacherId: string) {
  return database()
    .selectFrom('book')
    .select(['id', 'title'])
    .where('teacher_id', '=', teacherId)
    .orderBy('title')
    .execute();
}

export function insertBook(teacherId: string, title: string) {
  return database()
    .insertInto('book')
    .values({ teacher_id: teacherId, title })
    .returning('id')
    .executeTakeFirstOrThrow();
}

/** Lines of a teacher's books without their music, each with the drawing of its opening; null while that is not drawn. */
export function listLines(teacherId: string) {
  return database()
    .selectFrom('line')
    .innerJoin('book', 'book.id', 'line.book_id')
    .leftJoin('engraving', (join) =>
      join
        .onRef('engraving.content_hash', '=', 'line.content_hash')
        .on('engraving.layout', '=', 'narrow')
        .on('engraving.version', '=', ENGRAVING_VERSION),
    )
    .select(['line.id', 'line.number', 'line.title', 'book.title as bookTitle'])
    .select(sql<string | null>`engraving.engraving -> 'systems' -> 0 ->> 'svg'`.as('openingSvg'))
    .where('book.teacher_id', '=', teacherId)
    .orderBy('book.title')
    .orderBy('line.number')
    .execute();
}

export function maybeLine(lineId: string) {
  return database()
    .selectFrom('line')
    .innerJoin('book', 'book.id', 'line.book_id')
    .select([
      'line.id',
      'line.number',
      'line.title',
      'line.line',
      'line.content_hash as contentHash',
      'book.title as bookTitle',
      'book.teacher_id as teacherId',
    ])
    .where('line.id', '=', lineId)
    .executeTakeFirst();
}

/** Adds a line at the end of a book. @returns its id. */
export async function insertLine(
  bookId: string,
  line: Line,
  musicXml: string,
  contentHash: string,
): Promise<string> {
  const row = await database()
    .insertInto('line')
    .columns(['book_id', 'number', 'title', 'music_xml', 'line', 'content_hash'])
    .expression((e) =>
      e
        .selectFrom('book')
        .leftJoin('line', 'line.book_id', 'book.id')
        .select(({ fn, val, ref }) => [
          ref('book.id').as('book_id'),
          e(fn.coalesce(fn.max('line.number'), val(0)), '+', 1).as('number'),
          val(line.title).as('title'),
          val(musicXml).as('music_xml'),
          e.cast<string>(val(JSON.stringify(line)), 'jsonb').as('line'),
          val(contentHash).as('content_hash'),
        ])
        .where('book.id', '=', bookId)
        .groupBy('book.id'),
    )
    .returning('id')
    .executeTakeFirstOrThrow();
  return row.id;
}

export async function maybeEngraving(
  contentHash: string,
  layout: Layout['name'],
): Promise<Engraving | undefined> {
  const row = await database()
    .selectFrom('engraving')
    .select('engraving')
    .where('content_hash', '=', contentHash)
    .where('layout', '=', layout)
    .where('version', '=', ENGRAVING_VERSION)
    .executeTakeFirst();
  return row?.engraving;
}

export async function storeEngraving(
  contentHash: string,
  layout: Layout['name'],
  engraving: Engraving,
): Promise<void> {
  await database()
    .insertInto('engraving')
    .values({
      content_hash: contentHash,
      layout,
      version: engraving.version,
      engraving: JSON.stringify(engraving),
    })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

/** A line with this music, whoever owns it: engravings are shared by content. */
export async function maybeLineByHash(contentHash: string): Promise<Line | undefined> {
  const row = await database()
    .selectFrom('line')
    .select('line')
    .where('content_hash', '=', contentHash)
    .executeTakeFirst();
  return row?.line;
}
