import 'server-only';
import { z } from 'zod';
import { DONE, type Result, success } from '@/core/base';
import { teacherAccount } from '@/server/auth/accounts';
import { configuration } from '@/server/base/configuration';
import { maybeTeacherByEmail } from '@/server/db/queries/accounts';
import { mayDo } from '@/server/db/queries/attempts';
import { writeLetter } from '@/server/db/queries/letters';
import * as links from '@/server/db/queries/one-time-links';
import { requireHeadOfInstallation } from '../installation';
import { readForm, refused } from '../read-form';
import { newPasswordForm, personName } from './forms';
import { type MadeLink, maybeOpened } from './one-time-links';
import { signInTeacher } from './sign-in';
import { NotFound, type Viewer } from './viewer';

const DAY_SECONDS = 86_400;
/** Long enough for a holiday, short enough for an old letter to be worth nothing. */
export const INVITATION_DAYS = 14;
const INVITATIONS = { most: 100, seconds: DAY_SECONDS };

const emailForm = z.object({
  email: z.email('Type your colleague’s e-mail address.').max(200, 'An address has at most 200 letters.'),
});

/**
 * Invites a colleague: for the head of the installation. The letter has a link that opens once.
 * @returns the link, or what is wrong. @throws NotFound for anybody else
 */
export async function inviteColleague(viewer: Viewer, form: unknown): Promise<Result<MadeLink>> {
  await requireHeadOfInstallation(viewer);
  const read = readForm(emailForm, form);
  if (!read.ok) return read;
  const { email } = read.value;
  if (await maybeTeacherByEmail(email)) return refused(`${email} has an account already.`, 'email');
  if (!(await mayDo(`invite:${viewer.userId}`, INVITATIONS)))
    return refused('That were many invitations for one day. Try again tomorrow.');
  const token = await links.makeLink({
    kind: 'invitation',
    email,
    madeBy: viewer.userId,
    seconds: INVITATION_DAYS * DAY_SECONDS,
  });
  const url = `${configuration().address}/invitation/${token}`;
  await writeLetter({
    recipient: email,
    subject: `${viewer.name} invites you to Mevlo`,
    body: `Hello,\n\n${viewer.name} invites you to teach with Mevlo. Make your account here within ${INVITATION_DAYS} days:\n\n${url}\n\nThe link opens once. If you do not know ${viewer.name}, throw this letter away.\n`,
  });
  return success({ url });
}

/** Invitations that are still open. @throws NotFound for anybody but the head of the installation */
export async function listInvitations(viewer: Viewer) {
  await requireHeadOfInstallation(viewer);
  return links.listInvitations();
}

/** The link opens nothing any more. @throws NotFound */
export async function withdrawInvitation(viewer: Viewer, id: unknown): Promise<void> {
  await requireHeadOfInstallation(viewer);
  const read = z.string().length(64).safeParse(id);
  if (!read.success) throw new NotFound();
  await links.withdrawInvitation(read.data);
}

/** Who was invited by whom, for whoever has the link; undefined when it is used up or too old. */
export async function maybeInvitation(token: unknown) {
  const link = await maybeOpened(token, 'invitation');
  return link && { email: link.email, invitedBy: link.madeBy ?? undefined };
}

const joinForm = z.object({ name: personName, password: newPasswordForm });

/** Makes the account that somebody was invited to, and signs in. @returns what is wrong, if anything. */
export async function acceptInvitation(token: unknown, form: unknown): Promise<Result<undefined>> {
  const read = readForm(joinForm, form);
  if (!read.ok) return read;
  const invitation = await maybeInvitation(token);
  if (!invitation) return refused(GONE);
  const { name, password } = read.value;
  const { email } = invitation;
  const made = await links.acceptInvitation(`${token}`, await teacherAccount({ name, email, password }));
  if (made === undefined) return refused(GONE);
  const signedIn = await signInTeacher({ email, password });
  return signedIn.ok ? DONE : signedIn;
}

const GONE = 'This invitation was used already, or is too old. Ask for a new one.';
