import 'server-only';
import { grouped } from '@/core/base';
import { type Day, dayAfter } from '@/core/calendar';
import { measuresOfClass, missedByMany, WEEK_DAYS, weekOf } from '@/core/school';
import { listAssignmentsOfTeacher } from '@/server/db/queries/assignments';
import { loadClassFacts } from '@/server/db/queries/class-facts';
import { listJudgedOfAssignment } from '@/server/db/queries/takes';
import { assertTeacher, type Viewer } from '../account/viewer';
import { listClasses } from './classes';

/** What happened in the viewer's classes within a week, who needs help, and what everybody misses. */
export async function getWeek(viewer: Viewer, today: Day) {
  assertTeacher(viewer);
  const [classes, assignments] = await Promise.all([
    listClasses(viewer),
    listAssignmentsOfTeacher(viewer.userId),
  ]);
  const from = dayAfter(today, 1 - WEEK_DAYS);
  return Promise.all(
    classes.map(async ({ id, name }) => {
      const week = weekOf(await loadClassFacts({ classId: id }), today);
      const lately = assignments.filter(({ classId, dueOn }) => classId === id && dueOn >= from);
      const missed = await Promise.all(
        lately.map(async ({ id: assignmentId, lineNumber, lineTitle }) => {
          const byStudent = grouped(await listJudgedOfAssignment(assignmentId), ({ studentId }) => studentId);
          const takes = [...byStudent.values()].map((own) => own.map((take) => take.measures ?? []));
          return { assignmentId, lineNumber, lineTitle, measures: missedByMany(measuresOfClass(takes)) };
        }),
      );
      return { id, name, ...week, missed: missed.filter(({ measures }) => measures.length > 0) };
    }),
  );
}
