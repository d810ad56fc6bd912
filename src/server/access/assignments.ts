import 'server-only';
import { z } from 'zod';
import { USUAL_STYLE } from '@/core/counting';
import { FASTEST_MARK, layLadder, SLOWEST_MARK } from '@/core/tempo';
import { LAYOUT_NAMES } from '@/engraving/engraving';
import * as queries from '@/server/db/queries/assignments';
import { listParts, maybePartForStudent } from '@/server/db/queries/music';
import { listTakesOfStudent, type TakeRow } from '@/server/db/queries/takes';
import { requestEngraving } from '@/server/jobs/queue';
import { getClass } from './classes';
import { engravingsOf } from './engravings';
import { requireOwnLine } from './shelf';
import { assertTeacher, NotFound, type Viewer } from './viewer';

const tempo = z.coerce
  .number({ error: 'Type both tempos as numbers.' })
  .int('A tempo is a whole number.')
  .min(SLOWEST_MARK, `A tempo is at least ${SLOWEST_MARK}.`)
  .max(FASTEST_MARK, `A tempo is at most ${FASTEST_MARK}.`);
const assignmentForm = z
  .object({
    lineId: z.uuid('Choose a line.'),
    classId: z.uuid('Choose a class.'),
    startBpm: tempo,
    goalBpm: tempo,
    dueOn: z.iso.date('Choose the day by which it is due.'),
  })
  .refine((form) => form.goalBpm >= form.startBpm, 'The goal tempo must not be slower than the start tempo.');

/** @returns the new assignment's id, or what is wrong with the form. @throws NotFound */
export async function assign(viewer: Viewer, form: unknown): Promise<{ id: string } | { problem: string }> {
  assertTeacher(viewer);
  const read = assignmentForm.safeParse(form);
  if (!read.success) return { problem: read.error.issues[0]!.message };
  const { lineId, classId, startBpm, goalBpm, dueOn } = read.data;
  const [line, { counting }] = await Promise.all([requireOwnLine(viewer, lineId), getClass(viewer, classId)]);
  if (!line.contentHash)
    return {
      problem: 'This line is still a draft. Finish it on the writing desk and put it on the stand first.',
    };
  // The class may count in its own way: nobody should wait for the drawing later.
  const wishes = LAYOUT_NAMES.map((layout) => ({ layout, counting }));
  for (const { contentHash } of await listParts(lineId)) await requestEngraving(contentHash, { wishes });
  return queries.insertAssignment({
    line_id: lineId,
    class_id: classId,
    start_bpm: startBpm,
    goal_bpm: goalBpm,
    due_on: dueOn,
  });
}

export function listAssignmentsOfTeacher(viewer: Viewer) {
  assertTeacher(viewer);
  return queries.listAssignmentsOfTeacher(viewer.userId);
}

/** What a student has to do, with the rung of the ladder reached. */
export async function listAssignmentsOfStudent(viewer: Viewer) {
  const [assignments, takes] = await Promise.all([
    queries.listAssignmentsOfStudent(viewer.userId),
    listTakesOfStudent(viewer.userId),
  ]);
  return assignments.map((assignment) => {
    const mine = takes.filter((take) => take.assignmentId === assignment.id);
    return { ...assignment, ...climb(assignment, mine), takes: mine };
  });
}

/** An assignment the viewer may play, and the part to play from. @throws NotFound */
export async function requirePlayable(viewer: Viewer, assignmentId: string) {
  const assignment = z.uuid().safeParse(assignmentId).success
    ? await queries.maybeAssignment(assignmentId)
    : undefined;
  if (!assignment || !(await mayPlay(viewer, assignment))) throw new NotFound();
  const part = await maybePartForStudent(assignment.lineId, viewer.userId, assignment.classId);
  if (!part) throw new NotFound();
  return { assignment, part };
}

/** An assignment with everything that is needed to play it. @throws NotFound */
export async function getAssignmentToPlay(viewer: Viewer, assignmentId: string) {
  const { assignment, part } = await requirePlayable(viewer, assignmentId);
  const takes = (await listTakesOfStudent(viewer.userId)).filter(
    (take) => take.assignmentId === assignment.id,
  );
  return {
    ...assignment,
    ...climb(assignment, takes),
    takes,
    line: part.line,
    engravings: await engravingsOf(part.contentHash, assignment.counting ?? USUAL_STYLE),
  };
}

/** Its students record; its teacher may try it out. */
async function mayPlay(
  viewer: Viewer,
  assignment: { readonly classId: string; readonly teacherId: string },
): Promise<boolean> {
  if (viewer.role === 'teacher') return assignment.teacherId === viewer.userId;
  return queries.isStudentOfClass(viewer.userId, assignment.classId);
}

/** @returns what the take is of. @throws NotFound unless the viewer is a student of the assignment's class. */
export async function requireMayHandIn(
  viewer: Viewer,
  assignmentId: string,
): Promise<{ readonly lineId: string; readonly classId: string }> {
  const assignment = await queries.maybeAssignment(assignmentId);
  if (!assignment || viewer.role !== 'student' || !(await mayPlay(viewer, assignment))) throw new NotFound();
  return assignment;
}

/** The ladder, and the next rung: the first one without a take in which no measure needed work. */
function climb(
  assignment: { readonly startBpm: number; readonly goalBpm: number },
  takes: readonly TakeRow[],
) {
  const ladder = layLadder(assignment.startBpm, assignment.goalBpm);
  const good = takes.filter((take) => isGood(take)).map((take) => take.askedBpm);
  const climbed = ladder.filter((bpm) => good.some((reached) => reached >= bpm));
  return { ladder, climbed, nextBpm: ladder.find((bpm) => !climbed.includes(bpm)) ?? assignment.goalBpm };
}

function isGood(take: TakeRow): boolean {
  if (take.answer) return take.answer === 'accepted';
  return take.verdictState === 'judged' && !take.measures?.some((m) => m.notesNeedWork || m.rhythmNeedsWork);
}
