import { sql } from 'kysely';
import { database } from '../connection';

/** Whether somebody teaches the class of a larger query: whose class it is, or who helps in it. */
export const isTaughtBy = (teacherId: string) => sql<boolean>`(class.teacher_id = ${teacherId} or exists (
  select from class_teacher where class_teacher.class_id = class.id and class_teacher.teacher_id = ${teacherId}
    and class_teacher.accepted_at is not null
))`;

/** Whether somebody is a student of the class of a larger query. */
export const isAttendedBy = (studentId: string) => sql<boolean>`exists (
  select from class_student where class_student.class_id = class.id and class_student.student_id = ${studentId}
)`;

/** Everybody who teaches the class of a larger query, whose class it is first. */
export const TEACHER_IDS = sql<readonly string[]>`array[class.teacher_id] || array(
  select class_teacher.teacher_id from class_teacher where class_teacher.class_id = class.id and class_teacher.accepted_at is not null
)`;

/** Who helps in a class, in the order of their names. */
export function listCoTeachers(classId: string) {
  return database()
    .selectFrom('class_teacher')
    .innerJoin('user', 'user.id', 'class_teacher.teacher_id')
    .select(['user.id', 'user.name', 'user.email', 'class_teacher.accepted_at as acceptedAt'])
    .where('class_teacher.class_id', '=', classId)
    .orderBy('user.name')
    .execute();
}

/** Asks a colleague to help in a class. Asking somebody again changes nothing. */
export async function insertCoTeacher(classId: string, teacherId: string): Promise<void> {
  await database()
    .insertInto('class_teacher')
    .values({ class_id: classId, teacher_id: teacherId })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

/** Classes in which somebody is asked to help. */
export function listAskedToHelp(teacherId: string) {
  return database()
    .selectFrom('class_teacher')
    .innerJoin('class', 'class.id', 'class_teacher.class_id')
    .innerJoin('user', 'user.id', 'class.teacher_id')
    .select(['class.id', 'class.name', 'user.name as headName'])
    .where('class_teacher.teacher_id', '=', teacherId)
    .where('class_teacher.accepted_at', 'is', null)
    .where('class.archived_at', 'is', null)
    .orderBy('class.name')
    .execute();
}

/** @returns whether somebody was asked. */
export async function acceptHelping(classId: string, teacherId: string): Promise<boolean> {
  const { numUpdatedRows } = await database()
    .updateTable('class_teacher')
    .set({ accepted_at: sql<Date>`now()` })
    .where('class_id', '=', classId)
    .where('teacher_id', '=', teacherId)
    .where('accepted_at', 'is', null)
    .executeTakeFirst();
  return numUpdatedRows > 0n;
}

export async function deleteCoTeacher(classId: string, teacherId: string): Promise<void> {
  await database()
    .deleteFrom('class_teacher')
    .where('class_id', '=', classId)
    .where('teacher_id', '=', teacherId)
    .execute();
}
