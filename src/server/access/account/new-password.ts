import 'server-only';
import { z } from 'zod';
import { DONE, type Result, success } from '@/core/base';
import { hashSecret } from '@/server/auth/secrets';
import { maybeTeacherByEmail } from '@/server/db/queries/accounts';
import { mayDo } from '@/server/db/queries/attempts';
import { maybeTeacher } from '@/server/db/queries/installation';
import { writeLetter } from '@/server/db/queries/letters';
import * as links from '@/server/db/queries/one-time-links';
import { HOURS_OF_HAND, newPasswordLink } from '@/server/jobs/new-password-link';
import { requireHeadOfInstallation } from '../installation';
import { readForm, refused } from '../read-form';
import { addressOfSender } from './device';
import { newPasswordForm } from './forms';
import { type MadeLink, maybeOpened } from './one-time-links';
import { NotFound, type Viewer } from './viewer';

/** A letter that is asked for is read soon. */
const HOURS_OF_LETTER = 2;
const HOUR_SECONDS = 3600;
const PER_ADDRESS = { most: 3, seconds: HOUR_SECONDS };
const PER_SENDER = { most: 20, seconds: HOUR_SECONDS };

const askForm = z.object({
  email: z.email('Type the address that you sign in with.').max(200, 'An address has at most 200 letters.'),
});

/**
 * Sends a link by letter to whoever lost the password. The answer is the same whether there is such an account, so that nobody finds out
 * by trying.
 * @returns what is wrong with the form, if anything.
 */
export async function askForNewPassword(form: unknown): Promise<Result<undefined>> {
  const read = readForm(askForm, form);
  if (!read.ok) return read;
  const email = read.value.email.toLowerCase();
  if (!(await mayDo(`lost-password:${await addressOfSender()}`, PER_SENDER)))
    return refused('That were many letters within an hour. Try again later.');
  // No word of it: who asks for somebody else's address must not learn that it is known.
  if (!(await mayDo(`lost-password:${email}`, PER_ADDRESS))) return DONE;
  const teacher = await maybeTeacherByEmail(email);
  if (!teacher) return DONE;
  const url = await newPasswordLink(teacher, HOURS_OF_LETTER);
  await writeLetter({
    recipient: email,
    subject: 'A new password for Mevlo',
    body: `Hello ${teacher.name},\n\nsomebody, most likely you, has asked for a new password. Choose it here within ${HOURS_OF_LETTER} hours:\n\n${url}\n\nThe link opens once. If it was not you, throw this letter away: nothing has changed.\n`,
  });
  return DONE;
}

/** A link for a colleague who lost the password, to be handed over: for the head of the installation. @throws NotFound */
export async function makeNewPasswordLink(viewer: Viewer, teacherId: unknown): Promise<Result<MadeLink>> {
  await requireHeadOfInstallation(viewer);
  const read = z.string().min(1).max(60).safeParse(teacherId);
  const teacher = read.success ? await maybeTeacher(read.data) : undefined;
  if (!teacher) throw new NotFound();
  return success({ url: await newPasswordLink(teacher, HOURS_OF_HAND, viewer.userId) });
}

/** Whose password a link changes; undefined when it is used up or too old. */
export async function maybePasswordLink(token: unknown) {
  const link = await maybeOpened(token, 'new-password');
  return link && { email: link.email };
}

/** Chooses a new password by a link: every device is signed out. @returns what is wrong, if anything. */
export async function setNewPassword(token: unknown, form: unknown): Promise<Result<undefined>> {
  const read = readForm(z.object({ password: newPasswordForm }), form);
  if (!read.ok) return read;
  if (!(await maybePasswordLink(token))) return refused(GONE);
  return (await links.setPasswordByLink(`${token}`, await hashSecret(read.value.password)))
    ? DONE
    : refused(GONE);
}

const GONE = 'This link was used already, or is too old. Ask for a new one.';
