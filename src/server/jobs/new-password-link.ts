import { configuration } from '@/server/base/configuration';
import { makeLink } from '@/server/db/queries/one-time-links';

/** A link that is handed over waits for the next day at school. */
export const HOURS_OF_HAND = 48;

/** Where a teacher chooses a new password, once. @param madeBy undefined for somebody who asked for it from outside. */
export async function newPasswordLink(
  teacher: { readonly id: string; readonly email: string },
  hours: number,
  madeBy?: string,
): Promise<string> {
  const token = await makeLink({
    kind: 'new-password',
    email: teacher.email,
    userId: teacher.id,
    seconds: hours * 3600,
    ...(madeBy !== undefined && { madeBy }),
  });
  return `${configuration().address}/new-password/${token}`;
}
