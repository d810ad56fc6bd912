import 'server-only';
import { APIError } from 'better-auth/api';
import { headers } from 'next/headers';
import { z } from 'zod';
import { DONE, type Result } from '@/core/base';
import { createTeacher } from '@/server/auth/accounts';
import { auth } from '@/server/auth/auth';
import { configuration } from '@/server/base/configuration';
import {
  countAttempt,
  countUsers,
  forgetAttempts,
  maybeStudentByClassCode,
} from '@/server/db/queries/accounts';
import { DEMO_CLASSES, DEMO_TEACHER } from '@/server/demo/scenario';
import { addStarterBook } from '@/server/demo/starter-book';
import { requestEngraving } from '@/server/jobs/queue';
import { readForm, refused } from '../read-form';

/** A forgotten PIN takes a few tries; guessing one of 10 000 takes thousands. */
const MOST_ATTEMPTS = 8;
const ATTEMPT_WINDOW_SECONDS = 10 * 60;
/** All students of a class together: a whole class signs in within minutes. */
const MOST_ATTEMPTS_PER_CLASS = 120;

const teacherForm = z.object({
  email: z.email('Type your e-mail address.').max(200, 'An address has at most 200 letters.'),
  password: z
    .string('Type your password.')
    .min(1, 'Type your password.')
    .max(200, 'A password has at most 200 characters.'),
});
const studentForm = z.object({
  classCode: z
    .string('Type the class code.')
    .trim()
    .min(1, 'Type the class code.')
    .max(20, 'A class code has at most 20 letters.'),
  userName: z
    .string('Type your user name.')
    .trim()
    .min(1, 'Type your user name.')
    .max(30, 'A user name has at most 30 letters.'),
  pin: z
    .string('Type your PIN.')
    .min(1, 'Type your PIN.')
    .max(60, 'A PIN or password has at most 60 characters.'),
});

/** @returns that somebody is signed in, or what to tell the person. */
export async function signInTeacher(form: unknown): Promise<Result<undefined>> {
  const read = readForm(teacherForm, form);
  if (!read.ok) return read;
  const { email, password } = read.value;
  return signIn(email.toLowerCase(), password, 'That e-mail address and password do not belong together.');
}

/** @returns that somebody is signed in, or what to tell the person. */
export async function signInStudent(form: unknown): Promise<Result<undefined>> {
  const read = readForm(studentForm, form);
  if (!read.ok) return read;
  const { classCode, userName, pin } = read.value;
  const refusal = 'Class code, user name and PIN do not belong together. Check your sign-in card.';
  if (
    (await countAttempt(`class:${classCode.toUpperCase()}`, ATTEMPT_WINDOW_SECONDS)) > MOST_ATTEMPTS_PER_CLASS
  )
    return refused(TOO_MANY);
  const student = await maybeStudentByClassCode(classCode, userName);
  // An unknown name is limited and answered like a known one.
  return signIn(
    student?.email ?? `${userName.toLowerCase()}.${classCode.toUpperCase()}@unknown.invalid`,
    pin,
    refusal,
  );
}

const TOO_MANY = 'Too many tries. Wait ten minutes, or ask your teacher.';

async function signIn(email: string, password: string, refusal: string): Promise<Result<undefined>> {
  const subject = `sign-in:${email}`;
  if ((await countAttempt(subject, ATTEMPT_WINDOW_SECONDS)) > MOST_ATTEMPTS) return refused(TOO_MANY);
  try {
    await auth().api.signInEmail({ body: { email, password } });
  } catch (error) {
    if (error instanceof APIError) return refused(refusal);
    throw error;
  }
  await forgetAttempts(subject);
  return DONE;
}

const firstTeacherForm = z.object({
  name: z.string().trim().min(1, 'Type your name.').max(60, 'A name has at most 60 letters.'),
  email: z.email('Type your e-mail address.').max(200),
  password: z.string().min(10, 'A password has at least 10 characters.').max(200),
});

/** Whether nobody has an account yet, as on the first start without demo. */
export async function isFirstStart(): Promise<boolean> {
  return (await countUsers()) === 0;
}

/**
 * Creates the very first teacher, with the book that ships with Mevlo, and signs in.
 * @returns that somebody is signed in, or what to tell the person.
 */
export async function setUpFirstTeacher(form: unknown): Promise<Result<undefined>> {
  const read = readForm(firstTeacherForm, form);
  if (!read.ok) return read;
  if (!(await isFirstStart())) return refused('Somebody has set Mevlo up already. Sign in instead.');
  const teacherId = await createTeacher(read.value);
  for (const { contentHashes } of (await addStarterBook(teacherId)).values())
    for (const contentHash of contentHashes) await requestEngraving(contentHash);
  return signInTeacher(read.value);
}

/** Ends the session of whoever asks. */
export async function endSession(): Promise<void> {
  await auth().api.signOut({ headers: await headers() });
}

/** The demo's made-up sign-ins; none unless this is a demo. */
export function demoSignIns() {
  if (!configuration().isDemo) return undefined;
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
