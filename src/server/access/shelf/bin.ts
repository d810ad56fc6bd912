import 'server-only';
import { z } from 'zod';
import { DONE, type Result } from '@/core/base';
import * as assignments from '@/server/db/queries/assignments';
import * as queries from '@/server/db/queries/bin';
import { countAssignments } from '@/server/db/queries/lines';
import { completeParts } from '@/server/jobs/complete-parts';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { refused } from '../read-form';
import { listClasses } from '../school/classes';
import { requireBook, requireLine } from './shelf';

/** Everything of the viewer's that can still come back, and for how many days. */
export async function getBin(viewer: Viewer) {
  assertTeacher(viewer);
  const classes = await listClasses(viewer);
  const [{ lines, books }, takenBack] = await Promise.all([
    queries.listBin(viewer.userId),
    queries.listTakenBack(classes.map(({ id }) => id)),
  ]);
  return {
    lines,
    books: books.map((book) => ({ ...book, lineCount: Number(book.lineCount) })),
    takenBack,
    days: queries.DAYS_IN_BIN,
  };
}

const sayTimes = (count: number) => `${count} ${count === 1 ? 'time' : 'times'}`;

/** Puts a line into the bin. @returns why not, if it is given out. @throws NotFound */
export async function removeLine(viewer: Viewer, lineId: string): Promise<Result<undefined>> {
  await requireLine(viewer, lineId, 'own');
  const given = await countAssignments(lineId);
  if (given > 0)
    return refused(`This line was given out (${sayTimes(given)}) and stays on the shelf with its takes.`);
  await queries.setRemoved('line', lineId, true);
  return DONE;
}

/** Puts a book with its lines into the bin. @returns why not, if one of them is given out. @throws NotFound */
export async function removeBook(viewer: Viewer, bookId: string): Promise<Result<undefined>> {
  await requireBook(viewer, bookId, 'own');
  const given = await queries.countAssignmentsOfBook(bookId);
  if (given > 0)
    return refused(
      `Lines of this book were given out (${sayTimes(given)}): it stays on the shelf with their takes.`,
    );
  await queries.setRemoved('book', bookId, true);
  return DONE;
}

const thingForm = z.object({ thing: z.enum(['line', 'book']), id: z.uuid() });

/** Something of the viewer's own in the bin. @throws NotFound */
async function requireInBin(viewer: Viewer, asked: unknown) {
  assertTeacher(viewer);
  const read = thingForm.safeParse(asked);
  if (!read.success) throw new NotFound();
  const { thing, id } = read.data;
  if ((await queries.maybeOwnerInBin(thing, id)) !== viewer.userId) throw new NotFound();
  return read.data;
}

/** Takes a line or a book out of the bin: it stands where it stood. @throws NotFound */
export async function bringBack(viewer: Viewer, asked: unknown): Promise<void> {
  const { thing, id } = await requireInBin(viewer, asked);
  await queries.setRemoved(thing, id, false);
}

/** Removes a line or a book in the bin for good. @throws NotFound */
export async function removeForGood(viewer: Viewer, asked: unknown): Promise<void> {
  const { thing, id } = await requireInBin(viewer, asked);
  await queries.deleteForGood(thing, id);
}

/** Gives out again what was taken back, as it was. @throws NotFound */
export async function giveAgain(viewer: Viewer, assignmentId: unknown): Promise<void> {
  assertTeacher(viewer);
  const read = z.uuid().safeParse(assignmentId);
  const classes = await listClasses(viewer);
  const takenBack = await queries.listTakenBack(classes.map(({ id }) => id));
  const found = takenBack.find(({ id }) => read.success && id === read.data);
  if (!found) throw new NotFound();
  await assignments.giveAgain(found.id);
  await completeParts({ assignmentIds: [found.id] });
}
