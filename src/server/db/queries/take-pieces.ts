import { sql } from 'kysely';
import { database } from '../connection';

export interface NewPiece {
  readonly take_id: string;
  readonly student_id: string;
  readonly from_byte: number;
  readonly bytes: Buffer;
}

/** How many bytes of a take of a student have come. */
export async function receivedBytes(takeId: string, studentId: string): Promise<number> {
  const { total } = await database()
    .selectFrom('take_piece')
    .select(sql<number>`coalesce(sum(octet_length(bytes)), 0)::int`.as('total'))
    .where('take_id', '=', takeId)
    .where('student_id', '=', studentId)
    .executeTakeFirstOrThrow();
  return total;
}

/** Whose pieces of a take have come; undefined before the first. */
export async function maybeOwnerOfPieces(takeId: string): Promise<string | undefined> {
  const piece = await database()
    .selectFrom('take_piece')
    .select('student_id as studentId')
    .where('take_id', '=', takeId)
    .executeTakeFirst();
  return piece?.studentId;
}

/** Takes of a student that have begun to arrive and are not whole. */
export async function countUnfinished(studentId: string): Promise<number> {
  const { count } = await database()
    .selectFrom('take_piece')
    .select(sql<number>`count(distinct take_id)::int`.as('count'))
    .where('student_id', '=', studentId)
    .executeTakeFirstOrThrow();
  return count;
}

/** The same piece again changes nothing. */
export async function insertPiece(piece: NewPiece): Promise<void> {
  await database()
    .insertInto('take_piece')
    .values(piece)
    .onConflict((conflict) => conflict.columns(['take_id', 'from_byte']).doNothing())
    .execute();
}

export async function deletePieces(takeId: string): Promise<void> {
  await database().deleteFrom('take_piece').where('take_id', '=', takeId).execute();
}
