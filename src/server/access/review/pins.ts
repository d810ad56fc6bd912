import 'server-only';
import { z } from 'zod';
import { DONE, type Result } from '@/core/base';
import { hasJudgedMeasure } from '@/server/db/queries/overrules';
import * as queries from '@/server/db/queries/pins';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { requireTake } from '../practice/takes';
import { readForm, refused } from '../read-form';

const MOST_PINS = 40;
const pinForm = z.object({
  measureIndex: z.coerce.number().int().min(0).max(999),
  words: z.string().trim().min(1, 'Write a word to pin.').max(300, 'A pin has at most 300 letters.'),
});

/** What is pinned to the measures of a take. @throws NotFound */
export async function listPins(viewer: Viewer, takeId: string) {
  await requireTake(viewer, takeId);
  return queries.listPins(takeId);
}

/** Pins a word to a measure, for the student to find there. @returns what is wrong, if anything. @throws NotFound */
export async function pinWord(viewer: Viewer, takeId: string, form: unknown): Promise<Result<undefined>> {
  assertTeacher(viewer);
  await requireTake(viewer, takeId);
  const read = readForm(pinForm, form);
  if (!read.ok) return read;
  const { measureIndex, words } = read.value;
  if (!(await hasJudgedMeasure(takeId, measureIndex, 0))) throw new NotFound();
  if ((await queries.listPins(takeId)).length >= MOST_PINS)
    return refused(`A take has at most ${MOST_PINS} pins: say the rest in your answer.`);
  await queries.insertPin({
    take_id: takeId,
    measure_index: measureIndex,
    words,
    teacher_id: viewer.userId,
  });
  return DONE;
}

/** Takes a word off, or puts it back within a day. @throws NotFound */
export async function setPinned(
  viewer: Viewer,
  takeId: string,
  pinId: unknown,
  isPinned: boolean,
): Promise<void> {
  assertTeacher(viewer);
  await requireTake(viewer, takeId);
  const id = z.uuid().safeParse(pinId);
  if (!id.success) throw new NotFound();
  await queries.setPinRemoved(takeId, id.data, !isPinned);
}
