import { randomUUID } from 'node:crypto';
import { sql, type Transaction } from 'kysely';
import { database } from '../connection';
import type { Database } from '../schema';

export async function countUsers(): Promise<number> {
  const row = await database()
    .selectFrom('user')
    .select((e) => e.fn.countAll<string>().as('count'))
    .executeTakeFirstOrThrow();
  return Number(row.count);
}

export interface NewAccount {
  readonly name: string;
  readonly email: string;
  readonly role: 'teacher' | 'student';
  readonly passwordHash: string;
  /** For a student: the class, the user name in it and what is played. */
  readonly membership:
    | { readonly classId: string; readonly userName: string; readonly instrument: string | undefined }
    | undefined;
}

/** Stores a user, the secret and the class membership, all or nothing. @returns the user's id. */
export function insertAccount(account: NewAccount): Promise<string> {
  return database()
    .transaction()
    .execute((db) => insertAccountInto(db, account));
}

/** The same within a transaction that does more. @returns the user's id. */
export async function insertAccountInto(
  db: Transaction<Database>,
  { name, email, role, passwordHash, membership }: NewAccount,
): Promise<string> {
  const userId = randomUUID();
  await db
    .insertInto('user')
    .values({ id: userId, name, email, role, emailVerified: true, image: null })
    .execute();
  await db
    .insertInto('account')
    .values({
      id: randomUUID(),
      accountId: userId,
      providerId: 'credential',
      userId,
      password: passwordHash,
    })
    .execute();
  if (!membership) return userId;
  const { classId, userName, instrument = null } = membership;
  await db
    .insertInto('class_student')
    .values({ class_id: classId, student_id: userId, user_name: userName, instrument })
    .execute();
  return userId;
}

/** The student of a class by its code (case does not matter) and the student's user name. */
export function maybeStudentByClassCode(code: string, userName: string) {
  return database()
    .selectFrom('class_student')
    .innerJoin('class', 'class.id', 'class_student.class_id')
    .innerJoin('user', 'user.id', 'class_student.student_id')
    .select(['user.id', 'user.email'])
    .where('class.code', '=', code.toUpperCase())
    .where('class_student.user_name', '=', userName.toLowerCase())
    .where('class_student.left_at', 'is', null)
    .where('class.archived_at', 'is', null)
    .executeTakeFirst();
}

/**
 * Counts an attempt at something and says how many there were of late.
 * @param subject what is limited. @param windowSeconds how far back attempts count.
 */
export async function countAttempt(subject: string, windowSeconds: number): Promise<number> {
  const since = sql<Date>`now() - make_interval(secs => ${windowSeconds})`;
  return database()
    .transaction()
    .execute(async (db) => {
      await db.deleteFrom('attempt').where('subject', '=', subject).where('at', '<', since).execute();
      await db.insertInto('attempt').values({ subject }).execute();
      const row = await db
        .selectFrom('attempt')
        .select((e) => e.fn.countAll<string>().as('count'))
        .where('subject', '=', subject)
        .executeTakeFirstOrThrow();
      return Number(row.count);
    });
}

export async function forgetAttempts(subject: string): Promise<void> {
  await database().deleteFrom('attempt').where('subject', '=', subject).execute();
}
