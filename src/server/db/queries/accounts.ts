import { randomUUID } from 'node:crypto';
import { type Kysely, sql, type Transaction } from 'kysely';
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

/** A class that goes on, by its code (case does not matter), with one of its students by user name. */
export function maybeClassByCode(code: string, userName: string) {
  return database()
    .selectFrom('class')
    .leftJoin('class_student', (join) =>
      join
        .onRef('class_student.class_id', '=', 'class.id')
        .on('class_student.user_name', '=', userName.toLowerCase())
        .on('class_student.left_at', 'is', null),
    )
    .leftJoin('user', 'user.id', 'class_student.student_id')
    .select(['class.id as classId', 'user.id as studentId', 'user.email'])
    .where('class.code', '=', code.toUpperCase())
    .where('class.archived_at', 'is', null)
    .executeTakeFirst();
}

/** Whether a student is in a class that goes on. */
export async function isInClass(studentId: string): Promise<boolean> {
  const row = await database()
    .selectFrom('class_student')
    .innerJoin('class', 'class.id', 'class_student.class_id')
    .select('class.id')
    .where('class_student.student_id', '=', studentId)
    .where('class_student.left_at', 'is', null)
    .where('class.archived_at', 'is', null)
    .executeTakeFirst();
  return row !== undefined;
}

export function maybeTeacherByEmail(email: string) {
  return database()
    .selectFrom('user')
    .select(['id', 'name', 'email'])
    .where(sql`lower(email)`, '=', email.toLowerCase())
    .where('role', '=', 'teacher')
    .executeTakeFirst();
}

/** A teacher's account, with the names of the classes that are the teacher's. @throws Error when there is none. */
export async function getAccount(userId: string) {
  const account = await database()
    .selectFrom('user')
    .innerJoin('account', 'account.userId', 'user.id')
    .select(['user.email', 'account.password as passwordHash'])
    .where('user.id', '=', userId)
    .executeTakeFirstOrThrow();
  const classes = await database()
    .selectFrom('class')
    .select('name')
    .where('teacher_id', '=', userId)
    .orderBy('name')
    .execute();
  return { ...account, classes: classes.map(({ name }) => name) };
}

export async function setName(userId: string, name: string): Promise<void> {
  await database().updateTable('user').set({ name }).where('id', '=', userId).execute();
}

/** @returns false when somebody else has the address. */
export async function setEmail(userId: string, email: string): Promise<boolean> {
  return database()
    .transaction()
    .execute(async (db) => {
      const other = await db
        .selectFrom('user')
        .select('id')
        .where(sql`lower(email)`, '=', email.toLowerCase())
        .where('id', '<>', userId)
        .executeTakeFirst();
      if (other) return false;
      await db.updateTable('user').set({ email }).where('id', '=', userId).execute();
      return true;
    });
}

/** @param db within a transaction that does more. */
export async function setPassword(
  userId: string,
  passwordHash: string,
  db: Kysely<Database> = database(),
): Promise<void> {
  await db
    .updateTable('account')
    .set({ password: passwordHash })
    .where('userId', '=', userId)
    .where('providerId', '=', 'credential')
    .execute();
}

/** Which of some ids are somebody's. */
export async function listKnown(ids: readonly string[]): Promise<readonly string[]> {
  if (ids.length === 0) return [];
  const rows = await database().selectFrom('user').select('id').where('id', 'in', ids).execute();
  return rows.map(({ id }) => id);
}
