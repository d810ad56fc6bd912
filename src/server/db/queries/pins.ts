import { sql } from 'kysely';
import { database } from '../connection';

/** In the order of the measures. */
export function listPins(takeId: string) {
  return database()
    .selectFrom('take_pin')
    .innerJoin('user', 'user.id', 'take_pin.teacher_id')
    .select(['take_pin.id', 'measure_index as measureIndex', 'words', 'user.name as teacherName'])
    .where('take_id', '=', takeId)
    .where('removed_at', 'is', null)
    .orderBy('measure_index')
    .orderBy('pinned_at')
    .execute();
}

export async function insertPin(pin: {
  readonly take_id: string;
  readonly measure_index: number;
  readonly words: string;
  readonly teacher_id: string;
}): Promise<void> {
  await database().insertInto('take_pin').values(pin).execute();
}

/** Takes a word off, or puts it back. */
export async function setPinRemoved(takeId: string, pinId: string, isRemoved: boolean): Promise<void> {
  await database()
    .updateTable('take_pin')
    .set({ removed_at: isRemoved ? sql<Date>`now()` : null })
    .where('take_id', '=', takeId)
    .where('id', '=', pinId)
    .execute();
}
