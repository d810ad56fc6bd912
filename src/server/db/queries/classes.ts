import { sql } from 'kysely';
import type { CountInStyle, CountingStyle } from '@/core/counting';
import type { Strictness } from '@/core/judging';
import type { OwnEars, PaceGoal } from '@/core/practice';
import type { Vocabulary } from '@/core/time';
import { database } from '../connection';
import { isAttendedBy, isTaughtBy, TEACHER_IDS } from './teaching';

export function listClasses(teacherId: string) {
  return database()
    .selectFrom('class')
    .leftJoin('class_student', (join) =>
      join.onRef('class_student.class_id', '=', 'class.id').on('class_student.left_at', 'is', null),
    )
    .select((e) => [
      'class.id',
      'class.name',
      'class.code',
      'class.daily_minutes as dailyMinutes',
      e.fn.count<string>('class_student.student_id').as('studentCount'),
    ])
    .where(isTaughtBy(teacherId))
    .where('class.archived_at', 'is', null)
    .groupBy(['class.id'])
    .orderBy('class.name')
    .execute();
}

export function maybeClass(classId: string) {
  return database()
    .selectFrom('class')
    .selectAll()
    .select(TEACHER_IDS.as('teacherIds'))
    .where('id', '=', classId)
    .executeTakeFirst();
}

/** A class begins by keeping recordings for half a year; its teacher decides otherwise. */
export const USUAL_KEEP_DAYS = 180;

export function insertClass(values: { teacher_id: string; name: string; code: string }) {
  return database()
    .insertInto('class')
    .values({ ...values, keep_days: USUAL_KEEP_DAYS, keep_days_since: sql<Date>`now()` })
    .returning(['id', 'name', 'code'])
    .executeTakeFirstOrThrow();
}

export async function renameClass(classId: string, name: string): Promise<void> {
  await database().updateTable('class').set({ name }).where('id', '=', classId).execute();
}

/** @returns false when somebody else in the class, or who left it, has the user name. */
export function renameStudent(
  classId: string,
  studentId: string,
  names: { readonly name: string; readonly userName: string },
): Promise<boolean> {
  return database()
    .transaction()
    .execute(async (db) => {
      const other = await db
        .selectFrom('class_student')
        .select('student_id')
        .where('class_id', '=', classId)
        .where('user_name', '=', names.userName)
        .where('student_id', '<>', studentId)
        .executeTakeFirst();
      if (other) return false;
      await db
        .updateTable('class_student')
        .set({ user_name: names.userName })
        .where('class_id', '=', classId)
        .where('student_id', '=', studentId)
        .execute();
      await db.updateTable('user').set({ name: names.name }).where('id', '=', studentId).execute();
      return true;
    });
}

/** Who is in a class now. */
export function listStudents(classId: string) {
  return database()
    .selectFrom('class_student')
    .innerJoin('user', 'user.id', 'class_student.student_id')
    .select(['user.id', 'user.name', 'class_student.user_name as userName', 'class_student.instrument'])
    .where('class_student.class_id', '=', classId)
    .where('class_student.left_at', 'is', null)
    .orderBy('user.name')
    .execute();
}

export async function setInstrument(
  classId: string,
  studentId: string,
  instrument: string | null,
): Promise<void> {
  await database()
    .updateTable('class_student')
    .set({ instrument })
    .where('class_id', '=', classId)
    .where('student_id', '=', studentId)
    .execute();
}

export async function setVocabulary(classId: string, vocabulary: Vocabulary): Promise<void> {
  await database().updateTable('class').set({ vocabulary }).where('id', '=', classId).execute();
}

export async function setCounting(classId: string, counting: CountingStyle): Promise<void> {
  await database()
    .updateTable('class')
    .set({ counting: JSON.stringify(counting) })
    .where('id', '=', classId)
    .execute();
}

export async function setCountIn(classId: string, style: CountInStyle): Promise<void> {
  await database()
    .updateTable('class')
    .set({ count_in: JSON.stringify(style) })
    .where('id', '=', classId)
    .execute();
}

export async function setStrictness(classId: string, strictness: Strictness): Promise<void> {
  await database().updateTable('class').set({ strictness }).where('id', '=', classId).execute();
}

export async function setOwnEars(classId: string, times: OwnEars): Promise<void> {
  await database().updateTable('class').set({ own_ears: times }).where('id', '=', classId).execute();
}

export async function setDailyMinutes(classId: string, minutes: number): Promise<void> {
  await database().updateTable('class').set({ daily_minutes: minutes }).where('id', '=', classId).execute();
}

/** @param goal undefined takes it away. */
export async function setPace(classId: string, goal: PaceGoal | undefined): Promise<void> {
  await database()
    .updateTable('class')
    .set({ pace: goal ? JSON.stringify(goal) : null })
    .where('id', '=', classId)
    .execute();
}

/** How the teacher's classes talk, in the order of their names. */
export function listWays(teacherId: string) {
  return database()
    .selectFrom('class')
    .select(['id', 'name', 'vocabulary', 'counting'])
    .where(isTaughtBy(teacherId))
    .where('archived_at', 'is', null)
    .orderBy('name')
    .execute();
}

/** The vocabulary of most classes that somebody teaches or is in; undefined without one. */
export async function maybeUsualVocabulary(userId: string): Promise<Vocabulary | undefined> {
  const row = await database()
    .selectFrom('class')
    .select(['vocabulary', ({ fn }) => fn.countAll().as('classes')])
    .where('archived_at', 'is', null)
    .where((e) => e.or([isTaughtBy(userId), isAttendedBy(userId)]))
    .groupBy('vocabulary')
    .orderBy('classes', 'desc')
    .executeTakeFirst();
  return row?.vocabulary;
}
