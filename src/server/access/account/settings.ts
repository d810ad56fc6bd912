import 'server-only';
import { headers } from 'next/headers';
import { z } from 'zod';
import { DONE, type Result } from '@/core/base';
import { auth } from '@/server/auth/auth';
import { Busy, hashSecret, verifySecret } from '@/server/auth/secrets';
import * as accounts from '@/server/db/queries/accounts';
import { mayDo } from '@/server/db/queries/attempts';
import { writeLetter } from '@/server/db/queries/letters';
import * as sessions from '@/server/db/queries/sessions';
import { readForm, refused } from '../read-form';
import { newPasswordForm, personName } from './forms';
import { assertTeacher, NotFound, type Viewer } from './viewer';

/** @returns what is wrong with the name, if anything. @throws NotFound for a student. */
export async function changeOwnName(viewer: Viewer, name: unknown): Promise<Result<undefined>> {
  assertTeacher(viewer);
  const read = readForm(z.object({ name: personName }), { name });
  if (!read.ok) return read;
  await accounts.setName(viewer.userId, read.value.name);
  return DONE;
}

const TRIES = { most: 8, seconds: 600 };

/** That it is the viewer who sits there. @returns what to say if not. */
export async function checkOwnPassword(viewer: Viewer, password: string): Promise<Result<undefined>> {
  const { passwordHash } = await accounts.getAccount(viewer.userId);
  if (!(await mayDo(`own-password:${viewer.userId}`, TRIES)))
    return refused('Too many tries. Wait ten minutes.');
  try {
    if (!(await verifySecret({ hash: passwordHash, password })))
      return refused('This is not your password.', 'password');
  } catch (error) {
    if (error instanceof Busy)
      return refused('Very many people sign in at this moment. Try again in a few seconds.');
    throw error;
  }
  return DONE;
}

const password = z.string('Type your password.').min(1, 'Type your password.').max(200);
const emailForm = z.object({
  email: z.email('Type an e-mail address.').max(200, 'An address has at most 200 letters.'),
  password,
});

/** Signs in with another address from then on; the old one is told. @returns what is wrong, if anything. @throws NotFound for a student. */
export async function changeOwnEmail(viewer: Viewer, form: unknown): Promise<Result<undefined>> {
  assertTeacher(viewer);
  const read = readForm(emailForm, form);
  if (!read.ok) return read;
  const known = await checkOwnPassword(viewer, read.value.password);
  if (!known.ok) return known;
  const email = read.value.email.toLowerCase();
  const { email: before } = await accounts.getAccount(viewer.userId);
  if (!(await accounts.setEmail(viewer.userId, email)))
    return refused('Somebody signs in here with this address already.', 'email');
  await writeLetter({
    recipient: before,
    subject: 'Your address at Mevlo was changed',
    body: `Hello ${viewer.name},\n\nfrom now on you sign in to Mevlo as ${email}. If it was not you who changed it, tell whoever looks after Mevlo at your school.\n`,
  });
  return DONE;
}

const changeForm = z.object({ password, newPassword: newPasswordForm });

/** A new password; every other device is signed out. @returns what is wrong, if anything. @throws NotFound for a student. */
export async function changeOwnPassword(viewer: Viewer, form: unknown): Promise<Result<undefined>> {
  assertTeacher(viewer);
  const read = readForm(changeForm, form);
  if (!read.ok) return read;
  const known = await checkOwnPassword(viewer, read.value.password);
  if (!known.ok) return known;
  await accounts.setPassword(viewer.userId, await hashSecret(read.value.newPassword));
  await sessions.endSessions(viewer.userId, { allBut: await ownToken() });
  return DONE;
}

/** Where somebody is signed in. */
export interface Device {
  readonly id: string;
  readonly signedInAt: Date;
  readonly userAgent: string | undefined;
  readonly isThis: boolean;
}

/** Of the session that asks; undefined outside of one. */
async function ownToken(): Promise<string | undefined> {
  return (await auth().api.getSession({ headers: await headers() }))?.session.token;
}

/** Where the viewer is signed in, this device first. */
export async function listOwnDevices(viewer: Viewer): Promise<readonly Device[]> {
  const [all, own] = await Promise.all([sessions.listSessions(viewer.userId), ownToken()]);
  return all
    .map(({ id, token, signedInAt, userAgent }) => ({
      id,
      signedInAt,
      userAgent: userAgent ?? undefined,
      isThis: token === own,
    }))
    .toSorted((a, b) => Number(b.isThis) - Number(a.isThis));
}

/** Signs one device of the viewer's out. @throws NotFound */
export async function endOwnSession(viewer: Viewer, sessionId: unknown): Promise<void> {
  const read = z.string().min(1).max(60).safeParse(sessionId);
  if (!read.success) throw new NotFound();
  await sessions.endSessions(viewer.userId, { id: read.data });
}

/** Signs the viewer out everywhere else. */
export async function endOtherSessions(viewer: Viewer): Promise<void> {
  await sessions.endSessions(viewer.userId, { allBut: await ownToken() });
}
