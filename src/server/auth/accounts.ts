import { randomUUID } from 'node:crypto';
import { insertAccount, type NewAccount } from '@/server/db/queries/accounts';
import { hashSecret } from './secrets';

/** Creates a teacher's account. @returns the user's id. @throws when the address is taken. */
export async function createTeacher(teacher: {
  name: string;
  email: string;
  password: string;
}): Promise<string> {
  return insertAccount(await teacherAccount(teacher));
}

/** What is stored of a teacher. */
export async function teacherAccount({
  name,
  email,
  password,
}: {
  readonly name: string;
  readonly email: string;
  readonly password: string;
}): Promise<NewAccount> {
  return {
    name,
    email: email.toLowerCase(),
    role: 'teacher',
    passwordHash: await hashSecret(password),
    membership: undefined,
  };
}

/**
 * Creates a student's account in a class.
 * Students have no e-mail: the address that the auth library wants is never shown and never written to
 * (".invalid" is reserved: RFC 2606, section 2). It says nothing of the user name, which may have dots where an address must not.
 * @returns the user's id. @throws when the user name is taken in the class.
 */
export async function createStudent(student: NewStudent): Promise<string> {
  return insertAccount(await studentAccount(student));
}

export interface NewStudent {
  readonly name: string;
  readonly classId: string;
  readonly userName: string;
  readonly pin: string;
  /** Of the instrument catalogue. */
  readonly instrument?: string;
}

/** What is stored of a student. */
export async function studentAccount({
  name,
  classId,
  userName,
  pin,
  instrument,
}: NewStudent): Promise<NewAccount> {
  return {
    name,
    email: `${randomUUID()}@student.invalid`,
    role: 'student',
    passwordHash: await hashSecret(pin),
    membership: { classId, userName: userName.toLowerCase(), instrument },
  };
}
