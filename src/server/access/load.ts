import 'server-only';
import { minutesOf, NO_PLAN, type Pace, paceOf } from '@/core/practice';
import * as queries from '@/server/db/queries/assignments';
import { listParts, maybeMusic, maybePartForStudent } from '@/server/db/queries/music';
import { listTakesOfStudent } from '@/server/db/queries/takes';
import { getClass, listRosters } from './classes';
import { stagesOfAssignment, standingOf } from './stages';
import type { Viewer } from './viewer';

const DAY_MS = 86_400_000;

/** The viewer's classes with who is in them, and how many minutes a day what was given out asks for. @param today `YYYY-MM-DD` */
export async function listLoads(viewer: Viewer, today: string) {
  const [rosters, assignments] = await Promise.all([
    listRosters(viewer),
    queries.listAssignmentsOfTeacher(viewer.userId),
  ]);
  const open = assignments.filter(({ dueOn }) => dueOn >= today);
  const loads = await Promise.all(
    open.map(async (assignment) => {
      const [lead] = await listParts(assignment.lineId);
      const line = lead && (await maybeMusic(lead.contentHash));
      const minutes = line
        ? minutesOf(line, stagesOfAssignment(assignment, line), assignment.plan ?? NO_PLAN)
        : 0;
      return { classId: assignment.classId, minutesPerDay: minutes / daysUntil(today, assignment.dueOn) };
    }),
  );
  return rosters.map((roster) => ({
    ...roster,
    minutesPerDay: loads
      .filter(({ classId }) => classId === roster.id)
      .reduce((sum, { minutesPerDay }) => sum + minutesPerDay, 0),
  }));
}

function daysUntil(today: string, day: string): number {
  return Math.max(1, Math.round((Date.parse(day) - Date.parse(today)) / DAY_MS));
}

/** How a class keeps to its goal: for every student the pieces learned, and where that is. @throws NotFound */
export async function getPace(viewer: Viewer, classId: string, today: string) {
  const { id, name, pace: goal, students } = await getClass(viewer, classId);
  const standing = await Promise.all(
    students.map(async (student) => {
      const learned = await countLearned(student.id, id);
      return { id: student.id, name: student.name, learned, pace: goal && paceOf(goal, learned, today) };
    }),
  );
  const due = (await queries.listAssignmentsOfTeacher(viewer.userId))
    .filter((assignment) => assignment.classId === id)
    .map(({ id: assignmentId, lineNumber, lineTitle, dueOn }) => ({
      assignmentId,
      lineNumber,
      lineTitle,
      dueOn,
    }));
  return { id, name, goal, due, students: standing satisfies readonly { readonly pace: Pace | undefined }[] };
}

/** Lines of a class that a student has done to the end. */
async function countLearned(studentId: string, classId: string): Promise<number> {
  const [assignments, takes, words] = await Promise.all([
    queries.listAssignmentsOfStudent(studentId),
    listTakesOfStudent(studentId),
    queries.listStageWords(studentId),
  ]);
  const done = await Promise.all(
    assignments
      .filter((assignment) => assignment.classId === classId)
      .map(async (assignment) => {
        const part = await maybePartForStudent(assignment.lineId, studentId, classId);
        if (!part) return undefined;
        const { progress } = standingOf(assignment, part.line, takes, words);
        return progress.now ? undefined : assignment.lineId;
      }),
  );
  return new Set(done.filter((lineId) => lineId !== undefined)).size;
}
