import { insertAccount } from '@/server/db/queries/accounts';
import { auth } from './auth';

async function hash(secret: string): Promise<string> {
  return (await auth().$context).password.hash(secret);
}

/** Creates a teacher's account. @returns the user's id. @throws when the address is taken. */
export async function createTeacher(teacher: {
  name: string;
  email: string;
  password: string;
}): Promise<string> {
  const { name, email, password } = teacher;
  return insertAccount({
    name,
    email: email.toLowerCase(),
    role: 'teacher',
    passwordHash: await hash(password),
    membership: undefined,
  });
}

/**
 * Creates a student's account in a class.
 * Students have no e-mail: the address that the auth library wants is never shown and never written to
 * (".invalid" is reserved: RFC 2606, section 2).
 * @returns the user's id. @throws when the user name is taken in the class.
 */
export async function createStudent(student: {
  name: string;
  classId: string;
  userName: string;
  pin: string;
  /** Of the instrument catalogue. */
  instrument?: string;
}): Promise<string> {
  const { name, classId, pin, instrument } = student;
  const userName = student.userName.toLowerCase();
  const email = `${userName}.${classId}@student.invalid`;
  return insertAccount({
    name,
    email,
    role: 'student',
    passwordHash: await hash(pin),
    membership: { classId, userName, instrument },
  });
}
