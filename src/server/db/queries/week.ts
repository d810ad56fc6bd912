import { type Day, dayAfter } from '@/core/calendar';
import { measuresOfTakes, missedByMany, WEEK_DAYS, type WeekOfTeachersClass, weekOf } from '@/core/school';
import { listAssignmentsOfTeacher } from './assignments';
import { loadClassFacts } from './class-facts';
import { listClasses } from './classes';
import { listJudgedOfAssignment } from './takes';

/** What happened in a teacher's classes within a week, who needs help, and what many miss. @param today the last day of it. */
export async function weekOfTeacher(teacherId: string, today: Day): Promise<readonly WeekOfTeachersClass[]> {
  const [classes, assignments] = await Promise.all([
    listClasses(teacherId),
    listAssignmentsOfTeacher(teacherId),
  ]);
  const from = dayAfter(today, 1 - WEEK_DAYS);
  return Promise.all(
    classes.map(async ({ id, name }) => {
      const week = weekOf(await loadClassFacts({ classId: id }), today);
      const lately = assignments.filter(({ classId, dueOn }) => classId === id && dueOn >= from);
      const missed = await Promise.all(
        lately.map(async ({ id: assignmentId, lineNumber, lineTitle }) => {
          const measures = missedByMany(measuresOfTakes(await listJudgedOfAssignment(assignmentId)));
          return { assignmentId, lineNumber, lineTitle, measures };
        }),
      );
      return { id, name, ...week, missed: missed.filter(({ measures }) => measures.length > 0) };
    }),
  );
}
