import { createHash } from 'node:crypto';
import { sql } from 'kysely';
import { type LineDocument, partFor, partsOf } from '@/core/arranging';
import { grouped } from '@/core/base';
import { maybeInstrument } from '@/core/instruments';
import { type Line, lineWithOthers } from '@/core/notation';
import { contentsOf } from '@/core/study';
import { type DrawingWish, drawingKey, ENGRAVING_VERSION, type Engraving } from '@/engraving/engraving';
import { database } from '../connection';
import { isReadBy } from './book-rights';
import { rememberedLines } from './remembered-lines';

/** Key of a line's music and its engravings: equal music has equal drawings. */
export function hashLine(line: Line): string {
  return createHash('sha256').update(canonical(line)).digest('hex');
}

/** JSON that does not depend on the order in which a value was put together. */
function canonical(value: unknown): string {
  return JSON.stringify(value, (_, inner: unknown) =>
    inner !== null && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );
}

/**
 * Puts all parts of a line on the stand, all or nothing: from now on this is what is assigned and played.
 * @param wish that is fulfilled by it, if it was asked for.
 * @returns the parts' content hashes, the lead's first; none when the wish is not there any more: a later one was.
 */
export async function putOnStand(
  lineId: string,
  document: LineDocument,
  wish?: string,
): Promise<readonly string[]> {
  const hashed = partsOf(document).map(({ part, instrument }, place) => {
    const line = lineWithOthers(document.score, part);
    return { name: part.name, instrument: instrument?.id, line, place, contentHash: hashLine(line) };
  });
  const features = contentsOf(document.score.parts[0]!);
  return database()
    .transaction()
    .execute(async (db) => {
      // Two workers take turns.
      await db.selectFrom('line').select('id').where('id', '=', lineId).forUpdate().execute();
      if (wish !== undefined) {
        const fulfilled = await db
          .deleteFrom('line_to_stand')
          .where('line_id', '=', lineId)
          .where('wish', '=', wish)
          .executeTakeFirst();
        if (fulfilled.numDeletedRows === 0n) return [];
      }
      await db
        .insertInto('music')
        .values(
          hashed.map(({ contentHash, line }) => ({ content_hash: contentHash, line: JSON.stringify(line) })),
        )
        .onConflict((conflict) => conflict.doNothing())
        .execute();
      await db.deleteFrom('line_part').where('line_id', '=', lineId).execute();
      await db
        .insertInto('line_part')
        .values(
          hashed.map(({ place, name, instrument, contentHash }) => ({
            line_id: lineId,
            place,
            name,
            instrument: instrument ?? null,
            content_hash: contentHash,
          })),
        )
        .execute();
      const instruments = [...new Set(hashed.flatMap(({ instrument }) => instrument ?? []))];
      await db
        .updateTable('line')
        .set({ content_hash: hashed[0]!.contentHash, features: [...features], instruments })
        .where('id', '=', lineId)
        .execute();
      return hashed.map(({ contentHash }) => contentHash);
    });
}

/** Keeps music that is played in a stage of a plan. @returns its content hash. */
export async function storeMusic(line: Line): Promise<string> {
  const contentHash = hashLine(line);
  await database()
    .insertInto('music')
    .values({ content_hash: contentHash, line: JSON.stringify(line) })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  return contentHash;
}

/** The parts of a line as they are on the stand, the lead first. */
export function listParts(lineId: string) {
  return database()
    .selectFrom('line_part')
    .select(['place', 'name', 'instrument', 'content_hash as contentHash'])
    .where('line_id', '=', lineId)
    .orderBy('place')
    .execute();
}

/** The music of the lead parts of lines that are on the stand, by line. */
export async function leadsOfLines(lineIds: readonly string[]): Promise<ReadonlyMap<string, Line>> {
  if (lineIds.length === 0) return new Map();
  const leads = await database()
    .selectFrom('line_part')
    .select(['line_id as lineId', 'content_hash as contentHash'])
    .where('line_id', 'in', lineIds)
    .where('place', '=', 0)
    .execute();
  const lines = await rememberedLines(leads.map(({ contentHash }) => contentHash));
  return new Map(
    leads.flatMap(({ lineId, contentHash }) => {
      const line = lines.get(contentHash);
      return line ? [[lineId, line]] : [];
    }),
  );
}

interface GivenToClass {
  readonly id: string;
  readonly lineId: string;
  readonly classId: string;
}

interface PartWithMusic {
  readonly lineId: string;
  readonly instrument: string | null;
  readonly contentHash: string;
  readonly line: Line;
  readonly part: Line['part'];
}

/** The parts of lines with their music, of each line the lead first. @param instruments whose parts are asked for beside the lead; undefined for all. */
export async function partsOfLines(
  lineIds: readonly string[],
  instruments?: readonly string[],
): Promise<ReadonlyMap<string, readonly PartWithMusic[]>> {
  if (lineIds.length === 0) return new Map();
  const rows = await database()
    .selectFrom('line_part')
    .select(['line_id as lineId', 'instrument', 'content_hash as contentHash'])
    .where('line_id', 'in', [...new Set(lineIds)])
    .$if(instruments !== undefined, (query) =>
      query.where((e) =>
        e.or([e('place', '=', 0), e('instrument', '=', sql<string>`any(${[...instruments!]}::text[])`)]),
      ),
    )
    .orderBy('place')
    .execute();
  const lines = await rememberedLines(rows.map(({ contentHash }) => contentHash));
  const parts = rows.flatMap((row) => {
    const line = lines.get(row.contentHash);
    return line ? [{ ...row, line, part: line.part }] : [];
  });
  return grouped(parts, ({ lineId }) => lineId);
}

/** What somebody plays in the classes that somebody is in, by class. */
async function instrumentsOf(studentId: string): Promise<ReadonlyMap<string, string>> {
  const rows = await database()
    .selectFrom('class_student')
    .select(['class_id as classId', 'instrument'])
    .where('student_id', '=', studentId)
    .execute();
  return new Map(rows.flatMap(({ classId, instrument }) => (instrument ? [[classId, instrument]] : [])));
}

/** The music that a student reads of what was given out, by assignment; what is not on the stand, or has no part to read, is left out. */
export async function partsForStudent(
  studentId: string,
  assignments: readonly GivenToClass[],
): Promise<ReadonlyMap<string, Line>> {
  if (assignments.length === 0) return new Map();
  const plays = await instrumentsOf(studentId);
  const parts = await partsOfLines(
    assignments.map(({ lineId }) => lineId),
    [...plays.values()],
  );
  return new Map(
    assignments.flatMap(({ id, lineId, classId }) => {
      const part = partFor(parts.get(lineId) ?? [], maybeInstrument(plays.get(classId)));
      return part ? [[id, part.line]] : [];
    }),
  );
}

/** The part that a student of a class reads; undefined when the line has none that the student could. */
export async function maybePartForStudent(
  lineId: string,
  studentId: string,
  classId: string,
): Promise<{ readonly line: Line; readonly contentHash: string } | undefined> {
  const player = maybeInstrument((await instrumentsOf(studentId)).get(classId));
  const parts = await partsOfLines([lineId], player ? [player.id] : []);
  return partFor(parts.get(lineId) ?? [], player);
}

export async function maybeMusic(contentHash: string): Promise<Line | undefined> {
  const row = await database()
    .selectFrom('music')
    .select('line')
    .where('content_hash', '=', contentHash)
    .executeTakeFirst();
  return row?.line;
}

/** Whether music stands in one of a teacher's books. */
export async function isMusicOfTeacher(contentHash: string, teacherId: string): Promise<boolean> {
  const row = await database()
    .selectFrom('line_part')
    .innerJoin('line', 'line.id', 'line_part.line_id')
    .innerJoin('book', 'book.id', 'line.book_id')
    .select('line.id')
    .where('line_part.content_hash', '=', contentHash)
    .where(isReadBy(teacherId))
    .limit(1)
    .executeTakeFirst();
  return row !== undefined;
}

export async function maybeEngraving(contentHash: string, wish: DrawingWish): Promise<Engraving | undefined> {
  const row = await database()
    .selectFrom('engraving')
    .select('engraving')
    .where('content_hash', '=', contentHash)
    .where('drawing', '=', drawingKey(wish))
    .where('version', '=', ENGRAVING_VERSION)
    .executeTakeFirst();
  return row?.engraving;
}

/** Drawings of a line in the order asked for; undefined unless all of them are there. */
export async function engravingsFor(
  contentHash: string,
  wishes: readonly DrawingWish[],
): Promise<readonly Engraving[] | undefined> {
  const rows = await database()
    .selectFrom('engraving')
    .select(['drawing', 'engraving'])
    .where('content_hash', '=', contentHash)
    .where('drawing', 'in', wishes.map(drawingKey))
    .where('version', '=', ENGRAVING_VERSION)
    .execute();
  const byKey = new Map(rows.map(({ drawing, engraving }) => [drawing, engraving]));
  const found = wishes.map((wish) => byKey.get(drawingKey(wish)));
  return found.every((one) => one !== undefined) ? found : undefined;
}

export async function storeEngraving(
  contentHash: string,
  wish: DrawingWish,
  engraving: Engraving,
): Promise<void> {
  await database()
    .insertInto('engraving')
    .values({
      content_hash: contentHash,
      drawing: drawingKey(wish),
      version: engraving.version,
      engraving: JSON.stringify(engraving),
    })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}
