import 'server-only';
import { headers } from 'next/headers';
import { z } from 'zod';
import { logger } from '@/server/base/log';
import { mayDo } from '@/server/db/queries/attempts';
import { addressOfSender } from './account/device';

const MOST_LETTERS = 2000;
const problemForm = z.object({
  doing: z.string().max(100),
  message: z.string().max(MOST_LETTERS),
  stack: z.string().max(MOST_LETTERS).optional(),
  page: z.string().max(200),
});

/** From one address: a page tells ten at most, and a class sits behind one address. */
const PROBLEMS = { most: 200, seconds: 3600 };

/** Writes into the log what a page says went wrong on it. Whoever it is may: the sign-in page breaks, too. */
export async function noteProblem(form: unknown): Promise<void> {
  const read = problemForm.safeParse(form);
  if (!read.success || !(await mayDo(`problems:${await addressOfSender()}`, PROBLEMS))) return;
  const requestId = (await headers()).get('x-request-id');
  logger().warn({ ...read.data, requestId }, 'something went wrong on a page');
}
