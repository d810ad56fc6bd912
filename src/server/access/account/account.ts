import 'server-only';
import { z } from 'zod';
import { DONE, type Result } from '@/core/base';
import * as accounts from '@/server/db/queries/accounts';
import { isHeadOfInstallation } from '@/server/db/queries/installation';
import { removeTeacher } from '@/server/db/queries/removal';
import { readForm, refused } from '../read-form';
import { checkOwnPassword } from './settings';
import { assertTeacher, type Viewer } from './viewer';

/** A teacher's own account, and the classes that would go with it. @throws NotFound for a student. */
export async function getOwnAccount(viewer: Viewer) {
  assertTeacher(viewer);
  const [account, isHead] = await Promise.all([
    accounts.getAccount(viewer.userId),
    isHeadOfInstallation(viewer.userId),
  ]);
  return { ...account, isHead };
}

const removeForm = z.object({
  email: z.string('Type your e-mail address.').trim(),
  password: z.string('Type your password.').min(1, 'Type your password.').max(200),
});

/**
 * Removes the viewer's own account for good, with everything that hangs on it.
 * @param form the address and the password once more. @returns what is wrong, if anything. @throws NotFound for a student.
 */
export async function removeOwnAccount(viewer: Viewer, form: unknown): Promise<Result<undefined>> {
  assertTeacher(viewer);
  const read = readForm(removeForm, form);
  if (!read.ok) return read;
  const { email } = await accounts.getAccount(viewer.userId);
  if (read.value.email.toLowerCase() !== email.toLowerCase())
    return refused(`Type “${email}” to remove the account.`, 'email');
  const known = await checkOwnPassword(viewer, read.value.password);
  if (!known.ok) return known;
  await removeTeacher(viewer.userId);
  return DONE;
}
