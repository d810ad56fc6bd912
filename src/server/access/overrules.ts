import 'server-only';
import { z } from 'zod';
import { JUDGING_VERSION, OVERRULED } from '@/core/judging';
import * as queries from '@/server/db/queries/overrules';
import { requireTake } from './takes';
import { assertTeacher, NotFound, type Viewer } from './viewer';

const overruleForm = z.object({
  measureIndex: z.coerce.number().int().min(0).max(999),
  quality: z.enum(OVERRULED),
  /** `as-judged` takes an earlier word back. */
  word: z.enum(['right', 'not-right', 'as-judged']),
});

/** The teacher's word on half a measure, beside the verdict and never over it. @throws NotFound */
export async function overruleMeasure(viewer: Viewer, takeId: string, form: unknown): Promise<void> {
  assertTeacher(viewer);
  await requireTake(viewer, takeId);
  const read = overruleForm.safeParse(form);
  if (!read.success) throw new NotFound();
  const { measureIndex, quality, word } = read.data;
  if (!(await queries.hasJudgedMeasure(takeId, measureIndex, JUDGING_VERSION))) throw new NotFound();
  if (word === 'as-judged') await queries.deleteOverrule(takeId, { measureIndex, quality });
  else
    await queries.storeOverrule(takeId, viewer.userId, { measureIndex, quality, isRight: word === 'right' });
}

/** What a teacher has said of the measures of a take, with who and when. @throws NotFound */
export async function listOverrules(viewer: Viewer, takeId: string) {
  await requireTake(viewer, takeId);
  return queries.listOverrules(takeId);
}
