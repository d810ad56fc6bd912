import { sql } from 'kysely';
import { database } from '../connection';
import type { Consent } from '../schema';
import { insertAccountInto, type NewAccount } from './accounts';
import { TEACHER_IDS } from './teaching';

/** Everybody who is or was in a class, those who are in it first. */
export function listRoster(classId: string) {
  return database()
    .selectFrom('class_student')
    .innerJoin('user', 'user.id', 'class_student.student_id')
    .select((e) => [
      'user.id',
      'user.name',
      'class_student.user_name as userName',
      'class_student.instrument',
      'class_student.left_at as leftAt',
      'class_student.consent',
      'class_student.consent_noted_at as consentNotedAt',
      e
        .selectFrom('take')
        .whereRef('take.student_id', '=', 'user.id')
        .select((take) => take.fn.countAll<string>().as('count'))
        .as('takeCount'),
    ])
    .where('class_student.class_id', '=', classId)
    .orderBy('class_student.left_at', (order) => order.asc().nullsFirst())
    .orderBy('user.name')
    .execute();
}

/** The class that a student is or was in, with its teacher. */
export function maybeMembership(studentId: string) {
  return database()
    .selectFrom('class_student')
    .innerJoin('class', 'class.id', 'class_student.class_id')
    .innerJoin('user', 'user.id', 'class_student.student_id')
    .select([
      'user.id as studentId',
      'user.name',
      'user.email',
      'class.id as classId',
      'class.name as className',
      'class.daily_minutes as dailyMinutes',
      'class.teacher_id as headId',
      TEACHER_IDS.as('teacherIds'),
      'class_student.user_name as userName',
      'class_student.instrument',
      'class_student.consent',
      'class_student.consent_noted_at as consentNotedAt',
      'class_student.left_at as leftAt',
    ])
    .where('class_student.student_id', '=', studentId)
    .executeTakeFirst();
}

/** User names of a class, of those who left as well. */
export async function listUserNames(classId: string): Promise<readonly string[]> {
  const rows = await database()
    .selectFrom('class_student')
    .select('user_name')
    .where('class_id', '=', classId)
    .execute();
  return rows.map(({ user_name }) => user_name);
}

/** All of them, or none. */
export async function insertStudents(accounts: readonly NewAccount[]): Promise<void> {
  await database()
    .transaction()
    .execute(async (db) => {
      for (const account of accounts) await insertAccountInto(db, account);
    });
}

/** Puts a student into another class. */
export async function moveStudent(studentId: string, toClassId: string): Promise<void> {
  await database()
    .updateTable('class_student')
    .set({ class_id: toClassId })
    .where('student_id', '=', studentId)
    .execute();
}

/** A student leaves a class or comes back. Who has left is signed out at once. */
export async function setLeft(studentId: string, hasLeft: boolean): Promise<void> {
  await database()
    .transaction()
    .execute(async (db) => {
      await db
        .updateTable('class_student')
        .set({ left_at: hasLeft ? sql<Date>`now()` : null })
        .where('student_id', '=', studentId)
        .execute();
      if (hasLeft) await sql`delete from "session" where "userId" = ${studentId}`.execute(db);
    });
}

export async function setConsent(studentIds: readonly string[], consent: Consent): Promise<void> {
  await database()
    .updateTable('class_student')
    .set({ consent, consent_noted_at: consent === 'not-asked' ? null : sql<Date>`now()` })
    .where('student_id', 'in', studentIds)
    .execute();
}

/** A new PIN ends every session of the old one. */
export async function setSecrets(
  secrets: readonly { readonly studentId: string; readonly hash: string }[],
): Promise<void> {
  await database()
    .transaction()
    .execute(async (db) => {
      for (const { studentId, hash } of secrets) {
        await db
          .updateTable('account')
          .set({ password: hash })
          .where('userId', '=', studentId)
          .where('providerId', '=', 'credential')
          .execute();
        await sql`delete from "session" where "userId" = ${studentId}`.execute(db);
      }
    });
}

export function listArchivedClasses(teacherId: string) {
  return database()
    .selectFrom('class')
    .select(['id', 'name', 'archived_at as archivedAt'])
    .where('teacher_id', '=', teacherId)
    .where('archived_at', 'is not', null)
    .orderBy('name')
    .execute();
}

/** Puts a class away, or brings it back. Its students are signed out. */
export async function setArchived(classId: string, isArchived: boolean): Promise<void> {
  await database()
    .transaction()
    .execute(async (db) => {
      await db
        .updateTable('class')
        .set({ archived_at: isArchived ? sql<Date>`now()` : null })
        .where('id', '=', classId)
        .execute();
      if (isArchived)
        await sql`delete from "session" where "userId" in (
          select student_id from class_student where class_id = ${classId}
        )`.execute(db);
    });
}

/** A class begins or ends to record only whom somebody has agreed for. */
export async function setRequiresConsent(classId: string, requiresConsent: boolean): Promise<void> {
  await database()
    .updateTable('class')
    .set({ requires_consent: requiresConsent })
    .where('id', '=', classId)
    .execute();
}

/** Whether a student may be recorded: never after a refusal, and where the class requires it only with consent. */
export async function mayBeRecorded(studentId: string): Promise<boolean> {
  const row = await database()
    .selectFrom('class_student')
    .innerJoin('class', 'class.id', 'class_student.class_id')
    .select(['class_student.consent', 'class.requires_consent as requiresConsent'])
    .where('class_student.student_id', '=', studentId)
    .executeTakeFirst();
  return (
    row !== undefined && (row.consent === 'given' || (row.consent === 'not-asked' && !row.requiresConsent))
  );
}
