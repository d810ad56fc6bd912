import 'server-only';
import { APIError } from 'better-auth/api';
import { headers } from 'next/headers';
import { z } from 'zod';
import { createTeacher } from '@/server/auth/accounts';
import { auth } from '@/server/auth/auth';
import {
  countAttempt,
  countUsers,
  forgetAttempts,
  maybeStudentByClassCode,
} from '@/server/db/queries/accounts';
import { DEMO_CLASSES, DEMO_TEACHER } from '@/server/demo/scenario';
import { addStarterBook } from '@/server/demo/starter-book';
import { requestEngraving } from '@/server/jobs/queue';

/** A forgotten PIN takes a few tries; guessing one of 10 000 takes thousands. */
const MOST_ATTEMPTS = 8;
const ATTEMPT_WINDOW_SECONDS = 10 * 60;
/** All students of a class together: a whole class signs in within minutes. */
const MOST_ATTEMPTS_PER_CLASS = 120;

const teacherForm = z.object({ email: z.email().max(200), password: z.string().min(1).max(200) });
const studentForm = z.object({
  classCode: z.string().trim().min(1).max(20),
  userName: z.string().trim().min(1).max(30),
  pin: z.string().min(1).max(60),
});

/** @returns undefined when signed in, otherwise what to tell the person. */
export async function signInTeacher(form: unknown): Promise<string | undefined> {
  const read = teacherForm.safeParse(form);
  if (!read.success) return 'Type your e-mail address and your password.';
  const { email, password } = read.data;
  return signIn(email.toLowerCase(), password, 'That e-mail address and password do not belong together.');
}

/** @returns undefined when signed in, otherwise what to tell the person. */
export async function signInStudent(form: unknown): Promise<string | undefined> {
  const read = studentForm.safeParse(form);
  if (!read.success) return 'Type the class code, your user name and your PIN.';
  const { classCode, userName, pin } = read.data;
  const refusal = 'Class code, user name and PIN do not belong together. Check your sign-in card.';
  if (
    (await countAttempt(`class:${classCode.toUpperCase()}`, ATTEMPT_WINDOW_SECONDS)) > MOST_ATTEMPTS_PER_CLASS
  )
    return TOO_MANY;
  const student = await maybeStudentByClassCode(classCode, userName);
  // An unknown name is limited and answered like a known one.
  return signIn(
    student?.email ?? `${userName.toLowerCase()}.${classCode.toUpperCase()}@unknown.invalid`,
    pin,
    refusal,
  );
}

const TOO_MANY = 'Too many tries. Wait ten minutes, or ask your teacher.';

async function signIn(email: string, password: string, refusal: string): Promise<string | undefined> {
  const subject = `sign-in:${email}`;
  if ((await countAttempt(subject, ATTEMPT_WINDOW_SECONDS)) > MOST_ATTEMPTS) return TOO_MANY;
  try {
    await auth().api.signInEmail({ body: { email, password } });
  } catch (error) {
    if (error instanceof APIError) return refusal;
    throw error;
  }
  await forgetAttempts(subject);
  return undefined;
}

const firstTeacherForm = z.object({
  name: z.string().trim().min(1, 'Type your name.').max(60),
  email: z.email('Type your e-mail address.').max(200),
  password: z.string().min(10, 'A password has at least 10 characters.').max(200),
});

/** Whether nobody has an account yet, as on the first start without demo. */
export async function isFirstStart(): Promise<boolean> {
  return (await countUsers()) === 0;
}

/**
 * Creates the very first teacher, with the book that ships with Mevlo, and signs in.
 * @returns undefined when signed in, otherwise what to tell the person.
 */
export async function setUpFirstTeacher(form: unknown): Promise<string | undefined> {
  const read = firstTeacherForm.safeParse(form);
  if (!read.success) return read.error.issues[0]!.message;
  if (!(await isFirstStart())) return 'Somebody has set Mevlo up already. Sign in instead.';
  const teacherId = await createTeacher(read.data);
  for (const { contentHashes } of (await addStarterBook(teacherId)).values())
    for (const contentHash of contentHashes) await requestEngraving(contentHash);
  return signInTeacher(read.data);
}

/** Ends the session of whoever asks. */
export async function endSession(): Promise<void> {
  await auth().api.signOut({ headers: await headers() });
}

/** The demo's made-up sign-ins; none unless this is a demo. */
export function demoSignIns() {
  if (process.env.MEVLO_DEMO !== '1') return undefined;
  return {
    teacher: DEMO_TEACHER,
    students: DEMO_CLASSES.flatMap(({ name, code, students }) =>
      students.map((student) => ({
        name: student.name,
        className: name,
        classCode: code,
        userName: student.userName,
        pin: student.pin,
      })),
    ),
  };
}
