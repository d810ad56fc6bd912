import 'server-only';
import { grouped } from '@/core/base';
import { minutesPerDay, NO_PLAN, stagesOfGiven } from '@/core/practice';
import { pacesOf } from '@/core/school';
import { listAssignmentsOfTeacher } from '@/server/db/queries/assignments';
import { loadClassFacts } from '@/server/db/queries/class-facts';
import { leadsOfLines } from '@/server/db/queries/music';
import type { Viewer } from '../account/viewer';
import { listRosters, requireOwnClass } from './classes';

/** The viewer's classes with who is in them, and how many minutes a day what was given out asks for. @param today `YYYY-MM-DD` */
export async function listLoads(viewer: Viewer, today: string) {
  const [rosters, assignments] = await Promise.all([
    listRosters(viewer),
    listAssignmentsOfTeacher(viewer.userId),
  ]);
  const open = assignments.filter(({ dueOn }) => dueOn >= today);
  const leads = await leadsOfLines(open.map(({ lineId }) => lineId));
  const ofClass = grouped(open, ({ classId }) => classId);
  return rosters.map((roster) => ({
    ...roster,
    minutesPerDay: (ofClass.get(roster.id) ?? []).reduce((sum, given) => {
      const line = leads.get(given.lineId);
      const plan = given.plan ?? NO_PLAN;
      return line ? sum + minutesPerDay(line, stagesOfGiven(given, line), plan, today, given.dueOn) : sum;
    }, 0),
  }));
}

/** How a class keeps to its goal: for every student the pieces learned, and where that is. @throws NotFound */
export async function getPace(viewer: Viewer, classId: string, today: string) {
  const { id, name, pace } = await requireOwnClass(viewer, classId);
  const goal = pace ?? undefined;
  const facts = await loadClassFacts({ classId: id });
  const due = facts.lines.map(({ id: assignmentId, lineNumber, lineTitle, dueOn }) => ({
    assignmentId,
    lineNumber,
    lineTitle,
    dueOn,
  }));
  return { id, name, goal, due, students: pacesOf(facts, goal, today) };
}
