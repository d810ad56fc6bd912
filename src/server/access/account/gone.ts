import 'server-only';
import { z } from 'zod';
import { listKnown } from '@/server/db/queries/accounts';
import { mayDo } from '@/server/db/queries/attempts';
import { addressOfSender } from './device';

const MOST_PEOPLE = 100;
const listForm = z.object({ ids: z.array(z.string().min(1).max(60)).max(MOST_PEOPLE) });
/** From one address: every device of a school asks once a page at most, and only while it keeps something of others. */
const QUESTIONS = { most: 600, seconds: 3600 };

/**
 * Which ids are nobody's any more. Whoever asks must know an id, which nobody can guess, and learns that it is somebody's.
 * @returns undefined when it is no list, or too many were asked.
 */
export async function listGone(form: unknown): Promise<readonly string[] | undefined> {
  const read = listForm.safeParse(form);
  if (!read.success || !(await mayDo(`gone:${await addressOfSender()}`, QUESTIONS))) return undefined;
  const known = new Set(await listKnown(read.data.ids));
  return read.data.ids.filter((id) => !known.has(id));
}
