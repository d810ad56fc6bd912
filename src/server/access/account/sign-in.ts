import 'server-only';
import { APIError } from 'better-auth/api';
import { headers } from 'next/headers';
import { z } from 'zod';
import { DONE, type Result } from '@/core/base';
import { teacherAccount } from '@/server/auth/accounts';
import { auth, SHARED_DEVICE_SECONDS } from '@/server/auth/auth';
import { Busy, verifyNobody } from '@/server/auth/secrets';
import { configuration } from '@/server/base/configuration';
import { countUsers, maybeClassByCode, maybeTeacherByEmail } from '@/server/db/queries/accounts';
import {
  countAttempts,
  forgetAttempts,
  type Limited,
  mayDo,
  PIN_SUBJECT,
} from '@/server/db/queries/attempts';
import { isKnownDevice, rememberDevice } from '@/server/db/queries/devices';
import { insertFirstAccount } from '@/server/db/queries/first-start';
import { shortenSession } from '@/server/db/queries/sessions';
import { DEMO_CLASSES, DEMO_TEACHER } from '@/server/demo/scenario';
import { addStarterBook } from '@/server/demo/starter-book';
import { requestEngraving } from '@/server/jobs/queue';
import { readForm, refused } from '../read-form';
import { addressOfSender, maybeDevice, ownDevice } from './device';
import { newPasswordForm, personName } from './forms';
import { CLASS_LIMITS, limitsOfAccount, SET_UPS } from './limits';

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

/** So much of a device's token tells it from others in the list of attempts. */
const DEVICE_MARK = 12;
const WRONG_PASSWORD = 'That e-mail address and password do not belong together.';
const WRONG_PIN = 'Class code, user name and PIN do not belong together. Check your sign-in card.';
const TOO_MANY_OF_TEACHER =
  'Too many tries. Wait ten minutes, or use a device that you have signed in on before.';
const TOO_MANY_OF_STUDENT = 'Too many tries. Wait ten minutes, or ask your teacher.';

/** @returns that somebody is signed in, or what to tell the person. */
export async function signInTeacher(form: unknown): Promise<Result<undefined>> {
  const read = readForm(teacherForm, form);
  if (!read.ok) return read;
  const { email, password } = read.value;
  // Only who is a teacher comes in here: a student's address is known to nobody, and opens nothing.
  const teacher = await maybeTeacherByEmail(email);
  const limits = [limitsOfAccount(`password:${email.toLowerCase()}`)];
  const words = { wrong: WRONG_PASSWORD, tooMany: TOO_MANY_OF_TEACHER };
  return signIn(teacher, password, limits, words, isTicked(form));
}

/** @returns that somebody is signed in, or what to tell the person. */
export async function signInStudent(form: unknown): Promise<Result<undefined>> {
  const read = readForm(studentForm, form);
  if (!read.ok) return read;
  const { classCode, userName, pin } = read.value;
  const found = await maybeClassByCode(classCode, userName);
  // A code that no class has costs nothing, and opens nothing.
  if (!found) return refused(WRONG_PIN);
  const { classId, studentId, email } = found;
  const student = studentId !== null && email !== null ? { id: studentId, email } : undefined;
  const limits = [
    limitsOfAccount(`${PIN_SUBJECT}${studentId ?? `${classId}/${userName.toLowerCase()}`}`),
    { subject: `class:${classId}`, ...CLASS_LIMITS },
  ];
  const words = { wrong: WRONG_PIN, tooMany: TOO_MANY_OF_STUDENT };
  return signIn(student, pin, limits, words, isTicked(form));
}

/** Whether the device is said to be one's own. */
const isTicked = (form: unknown) => z.looseObject({ isOwnDevice: z.literal('on') }).safeParse(form).success;

interface Words {
  readonly wrong: string;
  readonly tooMany: string;
}

/** @param account undefined for one that is not there: it is limited, answered and waited for like any other. */
async function signIn(
  account: { readonly id: string; readonly email: string } | undefined,
  secret: string,
  limits: readonly Omit<Limited, 'source'>[],
  { wrong, tooMany }: Words,
  isOwnDevice: boolean,
): Promise<Result<undefined>> {
  const device = await maybeDevice();
  const isKnown = account && device !== undefined && (await isKnownDevice(device, account.id));
  const source = isKnown ? `device ${device.slice(0, DEVICE_MARK)}` : await addressOfSender();
  const asked = limits.map((limit) => ({ ...limit, source }));
  // A device of the person's own is counted apart: whatever a stranger tries, it lets its owner in.
  const counted = await countAttempts(isKnown ? [{ ...asked[0]!, total: [] }] : asked);
  if (!counted) return refused(tooMany);
  try {
    if (!account) {
      await verifyNobody(secret);
      return refused(wrong);
    }
    const { token } = await auth().api.signInEmail({
      body: { email: account.email, password: secret },
      // The device is told by what its browser calls itself.
      headers: await headers(),
    });
    if (!isOwnDevice) await shortenSession(token, SHARED_DEVICE_SECONDS);
  } catch (error) {
    if (error instanceof APIError) return refused(wrong);
    if (error instanceof Busy)
      return refused('Very many people sign in at this moment. Try again in a few seconds.');
    throw error;
  }
  await forgetAttempts(counted, asked[0]!.subject, source);
  await rememberDevice(await ownDevice(device), account.id);
  return DONE;
}

const firstTeacherForm = z.object({
  code: z
    .string('Type the code.')
    .trim()
    .toUpperCase()
    .min(1, 'Type the code.')
    .max(40, 'The code is shorter.'),
  name: personName,
  email: z.email('Type your e-mail address.').max(200),
  password: newPasswordForm,
});

/** Whether nobody has an account yet, as on the first start without demo. */
export async function isFirstStart(): Promise<boolean> {
  return (await countUsers()) === 0;
}

/**
 * Creates the very first teacher, with the book that ships with Mevlo, and signs in: for whoever has the code that was printed where Mevlo
 * was started, once.
 * @returns that somebody is signed in, or what to tell the person.
 */
export async function setUpFirstTeacher(form: unknown): Promise<Result<undefined>> {
  const read = readForm(firstTeacherForm, form);
  if (!read.ok) return read;
  if (!(await isFirstStart())) return refused(SET_UP_ALREADY);
  if (!(await mayDo('set-up', SET_UPS))) return refused('Too many tries. Wait ten minutes.');
  const { code, ...person } = read.value;
  const made = await insertFirstAccount(code, await teacherAccount(person));
  if (made.kind === 'taken') return refused(SET_UP_ALREADY);
  if (made.kind === 'wrong-code')
    return refused('This is not the code that was printed where Mevlo was started.', 'code');
  for (const { contentHashes } of (await addStarterBook(made.userId)).values())
    for (const contentHash of contentHashes) await requestEngraving(contentHash);
  return signInTeacher(person);
}

const SET_UP_ALREADY = 'Somebody has set Mevlo up already. Sign in instead.';

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
