import 'server-only';
import { z } from 'zod';
import { mayDo } from '@/server/db/queries/attempts';
import { maybeLink } from '@/server/db/queries/one-time-links';
import type { LinkKind } from '@/server/db/schema';
import { addressOfSender } from './device';

/** A link that is sent by letter, and can be given by hand. */
export interface MadeLink {
  readonly url: string;
}

const tokenForm = z.string().regex(/^[A-Za-z0-9_-]{43}$/);
/** From one address; a token is not guessed, but asking costs. */
const OPENINGS = { most: 60, seconds: 600 };

/** What a link is for that somebody has opened; undefined when it is used up, too old or none of this kind. */
export async function maybeOpened(token: unknown, kind: LinkKind) {
  const read = tokenForm.safeParse(token);
  if (!read.success || !(await mayDo(`${kind}:${await addressOfSender()}`, OPENINGS))) return undefined;
  return maybeLink(read.data, kind);
}
