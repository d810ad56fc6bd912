import { sql } from 'kysely';
import type { VoiceKind } from '@/core/review';
import { database } from '../connection';

/** Everything but the sound. */
export function listVoices(takeId: string) {
  return database()
    .selectFrom('take_voice')
    .innerJoin('user', 'user.id', 'take_voice.teacher_id')
    .select(['kind', 'user.name as teacherName', 'recorded_at as recordedAt'])
    .where('take_id', '=', takeId)
    .orderBy('kind', 'desc')
    .execute();
}

/** Bytes `from` to `to` (exclusive) of one, and its whole length. */
export function readVoice(takeId: string, kind: VoiceKind, from: number, to: number) {
  return database()
    .selectFrom('take_voice')
    .select([
      sql<number>`octet_length(audio)`.as('length'),
      sql<Buffer>`substring(audio from ${from + 1}::int for ${to - from}::int)`.as('bytes'),
    ])
    .where('take_id', '=', takeId)
    .where('kind', '=', kind)
    .executeTakeFirst();
}

export async function maybeWholeVoice(takeId: string, kind: VoiceKind): Promise<Buffer | undefined> {
  const row = await database()
    .selectFrom('take_voice')
    .select('audio')
    .where('take_id', '=', takeId)
    .where('kind', '=', kind)
    .executeTakeFirst();
  return row?.audio;
}

export async function storeVoice(values: {
  readonly take_id: string;
  readonly kind: VoiceKind;
  readonly teacher_id: string;
  readonly audio: Buffer;
}): Promise<void> {
  const { audio, teacher_id } = values;
  await database()
    .insertInto('take_voice')
    .values(values)
    .onConflict((conflict) =>
      conflict.columns(['take_id', 'kind']).doUpdateSet({ audio, teacher_id, recorded_at: sql`now()` }),
    )
    .execute();
}

export async function deleteVoice(takeId: string, kind: VoiceKind): Promise<void> {
  await database().deleteFrom('take_voice').where('take_id', '=', takeId).where('kind', '=', kind).execute();
}
