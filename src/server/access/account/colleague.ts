import 'server-only';
import { type Result, success } from '@/core/base';
import { maybeTeacherByEmail } from '@/server/db/queries/accounts';
import { mayDo } from '@/server/db/queries/attempts';
import { refused } from '../read-form';
import type { Viewer } from './viewer';

/** Nobody finds out by trying who has an account. */
const TRIES = { most: 20, seconds: 3600 };

interface Wish {
  /** Whose tries are counted together. */
  readonly what: 'co-teacher' | 'share';
  readonly email: string;
  /** What to say of the viewer's own address. */
  readonly isOwn: string;
  /** What to do where nobody has the address. */
  readonly ifNobody?: string;
}

/** The teacher whose address the viewer has typed. @returns what is wrong, if anything. */
export async function findColleague(
  viewer: Viewer,
  { what, email, isOwn, ifNobody }: Wish,
): Promise<Result<{ readonly id: string }>> {
  if (!(await mayDo(`${what}:${viewer.userId}`, TRIES)))
    return refused('That were many addresses within an hour. Try again later.');
  const found = await maybeTeacherByEmail(email);
  if (!found)
    return refused([`No teacher signs in here as ${email}.`, ifNobody].filter(Boolean).join(' '), 'email');
  return found.id === viewer.userId ? refused(isOwn, 'email') : success({ id: found.id });
}
