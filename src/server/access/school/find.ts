import 'server-only';
import { z } from 'zod';
import { findThings, firstStepsOf } from '@/server/db/queries/find';
import { listLines } from '@/server/db/queries/lines';
import { assertTeacher, type Viewer } from '../account/viewer';

const MOST_LINES = 12;
const wordsForm = z.string().trim().min(1).max(80);

/** Everything of the viewer's in which some words stand; undefined when nothing is looked for. */
export async function find(viewer: Viewer, words: unknown) {
  assertTeacher(viewer);
  const read = wordsForm.safeParse(words);
  if (!read.success) return undefined;
  const filter = { search: read.data, instrument: undefined, features: [], bookId: undefined };
  const [things, lines] = await Promise.all([
    findThings(viewer.userId, read.data),
    listLines(viewer.userId, filter, 0, MOST_LINES),
  ]);
  return { words: read.data, lines, ...things };
}

/** What a teacher who begins has done, and what comes next; undefined once a first take is there. */
export async function maybeFirstSteps(viewer: Viewer) {
  assertTeacher(viewer);
  const { classId, students, given, takes } = await firstStepsOf(viewer.userId);
  return takes ? undefined : { classId, hasStudents: students, hasGiven: given };
}
