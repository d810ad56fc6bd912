import { sql } from 'kysely';
import { type LineDocument, partFor, partToMake } from '@/core/arranging';
import { type InstrumentId, instrument, levelOf, maybeInstrument } from '@/core/instruments';
import { database } from '../connection';
import { hashLine, partsOfLines } from './music';

/** Whose parts are looked after: of one line, of one class, or of what was given out. */
export interface PartsAsked {
  readonly lineId?: string;
  readonly classId?: string;
  readonly assignmentIds?: readonly string[];
}

/** A line, and who plays it without a part that could be read. */
export interface MissingPart {
  readonly lineId: string;
  readonly instrument: InstrumentId;
}

/** Who has been given a line, or one to go on with, that has no part for the instrument played. */
export async function listMissingParts(asked: PartsAsked): Promise<readonly MissingPart[]> {
  const rows = await database()
    .selectFrom('assignment')
    .innerJoin('class_student as player', (join) =>
      join.onRef('player.class_id', '=', 'assignment.class_id').on('player.left_at', 'is', null),
    )
    .leftJoin('assignment_student as chosen', (join) =>
      join
        .onRef('chosen.assignment_id', '=', 'assignment.id')
        .onRef('chosen.student_id', '=', 'player.student_id'),
    )
    .innerJoin('line', (join) =>
      join.on((e) =>
        e.or([
          e('line.id', '=', e.ref('assignment.line_id')),
          e('line.id', '=', e.ref('assignment.next_line_id')),
        ]),
      ),
    )
    .select(['line.id as lineId', 'player.instrument'])
    .distinct()
    .where('player.instrument', 'is not', null)
    .where('line.content_hash', 'is not', null)
    .where('assignment.withdrawn_at', 'is', null)
    .where((e) => e.or([e('assignment.for_all', '=', true), e('chosen.student_id', 'is not', null)]))
    .where((e) => e.not(e('player.instrument', '=', e.fn.any('line.instruments'))))
    .$if(asked.lineId !== undefined, (query) => query.where('line.id', '=', asked.lineId!))
    .$if(asked.classId !== undefined, (query) => query.where('assignment.class_id', '=', asked.classId!))
    .$if(asked.assignmentIds !== undefined, (query) =>
      query.where('assignment.id', '=', sql<string>`any(${[...asked.assignmentIds!]}::uuid[])`),
    )
    .execute();
  const leads = await partsOfLines(
    rows.map(({ lineId }) => lineId),
    [],
  );
  return rows.flatMap(({ lineId, instrument: id }) => {
    const player = maybeInstrument(id);
    return player && !partFor(leads.get(lineId) ?? [], player) ? [{ lineId, instrument: player.id }] : [];
  });
}

/**
 * Adds parts to a line as it is on the stand, and to its document, so that they follow the lead from then on. All or nothing; a part
 * that is there by now is left as it is.
 * @returns the new parts' content hashes.
 */
export async function addParts(lineId: string, wanted: readonly InstrumentId[]): Promise<readonly string[]> {
  return database()
    .transaction()
    .execute(async (db) => {
      const line = await db
        .selectFrom('line')
        .select(['document', 'level'])
        .where('id', '=', lineId)
        .forUpdate()
        .executeTakeFirst();
      const parts = await db
        .selectFrom('line_part')
        .innerJoin('music', 'music.content_hash', 'line_part.content_hash')
        .select(['line_part.place', 'line_part.instrument', 'music.line'])
        .where('line_part.line_id', '=', lineId)
        .orderBy('line_part.place')
        .execute();
      const lead = parts[0]?.line;
      if (!line || !lead) return [];
      const missing = wanted.filter((id) => !parts.some((part) => part.instrument === id));
      const made = missing.map((id, index) => {
        const { wanted: derived, part } = partToMake(lead.part, id, levelOf(line.level));
        const music = { ...lead, part };
        return { id, derived, music, place: parts.at(-1)!.place + 1 + index, contentHash: hashLine(music) };
      });
      if (made.length === 0) return [];
      await db
        .insertInto('music')
        .values(
          made.map(({ contentHash, music }) => ({ content_hash: contentHash, line: JSON.stringify(music) })),
        )
        .onConflict((conflict) => conflict.doNothing())
        .execute();
      await db
        .insertInto('line_part')
        .values(
          made.map(({ id, place, contentHash }) => ({
            line_id: lineId,
            place,
            name: instrument(id).name,
            instrument: id,
            content_hash: contentHash,
          })),
        )
        .execute();
      const instruments = [...parts, ...made.map(({ id }) => ({ instrument: id }))].flatMap(
        (part) => part.instrument ?? [],
      );
      const document = withDerived(line.document, made);
      await db
        .updateTable('line')
        .set((e) => ({
          instruments: [...new Set<string>(instruments)],
          document: JSON.stringify(document),
          revision: e('revision', '+', 1),
        }))
        .where('id', '=', lineId)
        .execute();
      return made.map(({ contentHash }) => contentHash);
    });
}

/** What is on the desk may have a part for the instrument that is not on the stand yet. */
function withDerived(
  document: LineDocument,
  made: readonly { readonly id: InstrumentId; readonly derived: LineDocument['derived'][number] }[],
): LineDocument {
  const has = (id: InstrumentId) =>
    document.score.parts.some((part) => part.instrument === id) ||
    document.derived.some((derived) => derived.instrument === id);
  const added = made.flatMap(({ id, derived }) => (has(id) ? [] : [derived]));
  return { ...document, derived: [...document.derived, ...added] };
}
