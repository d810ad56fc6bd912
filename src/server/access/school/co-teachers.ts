import 'server-only';
import { z } from 'zod';
import { DONE, type Result } from '@/core/base';
import * as queries from '@/server/db/queries/teaching';
import { findColleague } from '../account/colleague';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { readForm, refused } from '../read-form';
import { requireHeadOfClass, requireOwnClass } from './classes';

/** A class has a few teachers; more are a slip. */
const MOST_CO_TEACHERS = 8;

/** Who helps in a class, and whether the viewer may change that. @throws NotFound */
export async function getCoTeachers(viewer: Viewer, classId: string) {
  const { id, teacher_id } = await requireOwnClass(viewer, classId);
  return { mayChange: teacher_id === viewer.userId, teachers: await queries.listCoTeachers(id) };
}

const emailForm = z.object({
  email: z.preprocess(
    (typed) => (typeof typed === 'string' ? typed.trim() : typed),
    z
      .email('Type the address that your colleague signs in with.')
      .max(200, 'An address has at most 200 letters.'),
  ),
});

/**
 * Asks a colleague to help. Who agrees sees the class from then on, hears its takes and answers them. Putting the class away, removing anybody for good,
 * and saying who helps stay with whose class it is.
 * @returns what is wrong, if anything. @throws NotFound
 */
export async function addCoTeacher(
  viewer: Viewer,
  classId: string,
  email: unknown,
): Promise<Result<undefined>> {
  const { id } = await requireHeadOfClass(viewer, classId);
  const read = readForm(emailForm, { email });
  if (!read.ok) return read;
  const found = await findColleague(viewer, {
    what: 'co-teacher',
    email: read.value.email,
    isOwn: 'This is your own class already.',
    ifNobody: 'Whoever looks after this Mevlo invites colleagues.',
  });
  if (!found.ok) return found;
  if ((await queries.listCoTeachers(id)).length >= MOST_CO_TEACHERS)
    return refused(`At most ${MOST_CO_TEACHERS} colleagues help in a class.`);
  await queries.insertCoTeacher(id, found.value.id);
  return DONE;
}

/** Classes in which the viewer is asked to help. */
export function listAskedToHelp(viewer: Viewer) {
  assertTeacher(viewer);
  return queries.listAskedToHelp(viewer.userId);
}

/** Agrees to help in a class, or declines. @throws NotFound for a class that the viewer was not asked for */
export async function answerAskedToHelp(viewer: Viewer, classId: unknown, isAgreed: unknown): Promise<void> {
  assertTeacher(viewer);
  const read = z.object({ classId: z.uuid(), isAgreed: z.boolean() }).safeParse({ classId, isAgreed });
  if (!read.success) throw new NotFound();
  const asked = await queries.listAskedToHelp(viewer.userId);
  if (!asked.some(({ id }) => id === read.data.classId)) throw new NotFound();
  if (read.data.isAgreed) await queries.acceptHelping(read.data.classId, viewer.userId);
  else await queries.deleteCoTeacher(read.data.classId, viewer.userId);
}

/** Whose class it is may end it for anybody, a colleague for oneself. @throws NotFound */
export async function endCoTeaching(viewer: Viewer, classId: string, teacherId: unknown): Promise<void> {
  const { id, teacher_id } = await requireOwnClass(viewer, classId);
  const read = z.string().min(1).max(60).safeParse(teacherId);
  if (!read.success || (teacher_id !== viewer.userId && read.data !== viewer.userId)) throw new NotFound();
  await queries.deleteCoTeacher(id, read.data);
}
