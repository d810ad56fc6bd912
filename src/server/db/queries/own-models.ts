import { sql } from 'kysely';
import { database } from '../connection';

/** Of which line, and of what music: a part that was changed has no recording of its own any more. */
export interface OwnModelKey {
  readonly lineId: string;
  readonly contentHash: string;
}

/** Who played a line, without the sound. */
export function maybeOwnModel({ lineId, contentHash }: OwnModelKey) {
  return database()
    .selectFrom('own_model')
    .innerJoin('user', 'user.id', 'own_model.teacher_id')
    .select(['user.name as teacherName', 'own_model.recorded_at as recordedAt'])
    .where('line_id', '=', lineId)
    .where('content_hash', '=', contentHash)
    .executeTakeFirst();
}

/** Bytes `from` to `to` (exclusive), and the whole length. */
export function readOwnModel({ lineId, contentHash }: OwnModelKey, from: number, to: number) {
  return database()
    .selectFrom('own_model')
    .select([
      sql<number>`octet_length(audio)`.as('length'),
      sql<Buffer>`substring(audio from ${from + 1}::int for ${to - from}::int)`.as('bytes'),
    ])
    .where('line_id', '=', lineId)
    .where('content_hash', '=', contentHash)
    .executeTakeFirst();
}

/** In place of an earlier one; recordings of what the part was before go. */
export async function storeOwnModel(
  { lineId, contentHash }: OwnModelKey,
  teacherId: string,
  audio: Buffer,
): Promise<void> {
  await database()
    .transaction()
    .execute(async (db) => {
      await db
        .deleteFrom('own_model')
        .where('line_id', '=', lineId)
        .where((e) =>
          e(
            'content_hash',
            'not in',
            e.selectFrom('line_part').select('content_hash').where('line_id', '=', lineId),
          ),
        )
        .execute();
      await db
        .insertInto('own_model')
        .values({ line_id: lineId, content_hash: contentHash, teacher_id: teacherId, audio })
        .onConflict((conflict) =>
          conflict
            .columns(['line_id', 'content_hash'])
            .doUpdateSet({ audio, teacher_id: teacherId, recorded_at: sql`now()` }),
        )
        .execute();
    });
}

export async function deleteOwnModel({ lineId, contentHash }: OwnModelKey): Promise<void> {
  await database()
    .deleteFrom('own_model')
    .where('line_id', '=', lineId)
    .where('content_hash', '=', contentHash)
    .execute();
}
