import 'server-only';
import { z } from 'zod';
import { JUDGING_VERSION, OVERRULED } from '@/core/judging';
import * as queries from '@/server/db/queries/overrules';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { requireTake } from '../practice/takes';

const overruleForm = z.object({
  measureIndex: z.coerce.number().int().min(0).max(999),
  quality: z.enum(OVERRULED),
  /** A single note of it. */
  noteId: z.string().min(1).max(200).optional(),
  /** `as-judged` takes an earlier word back. */
  word: z.enum(['right', 'not-right', 'as-judged']),
});

/** The teacher's word on half a measure or half a note, beside the verdict and never over it. @throws NotFound */
export async function overruleMeasure(viewer: Viewer, takeId: string, form: unknown): Promise<void> {
  assertTeacher(viewer);
  await requireTake(viewer, takeId);
  const read = overruleForm.safeParse(form);
  if (!read.success) throw new NotFound();
  const { measureIndex, quality, noteId, word } = read.data;
  if (!(await queries.hasJudgedMeasure(takeId, measureIndex, JUDGING_VERSION, noteId))) throw new NotFound();
  const place = { measureIndex, quality, noteId };
  if (word === 'as-judged') await queries.deleteOverrule(takeId, place);
  else await queries.storeOverrule(takeId, viewer.userId, place, word === 'right');
}

/** What a teacher has said of the measures of a take, with who and when. @throws NotFound */
export async function listOverrules(viewer: Viewer, takeId: string) {
  await requireTake(viewer, takeId);
  return queries.listOverrules(takeId);
}
