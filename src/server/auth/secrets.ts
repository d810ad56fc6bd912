import { hashPassword, verifyPassword } from 'better-auth/crypto';
import pLimit from 'p-limit';

/** Hashing a secret is meant to be dear: two at once leave the rest of the machine to everybody else. */
const AT_ONCE = 2;
/** So many wait a few seconds for their turn. More at the same moment are no class that signs in. */
const MOST_WAITING = 60;
const turn = pLimit(AT_ONCE);

/** Too many secrets are looked at at this moment. */
export class Busy extends Error {}

/** For whoever may: it waits for its turn. */
export const hashSecret = (secret: string): Promise<string> => turn(() => hashPassword(secret));

/** For whoever asks to come in. @throws Busy */
export async function verifySecret(given: { hash: string; password: string }): Promise<boolean> {
  if (turn.pendingCount >= MOST_WAITING) throw new Busy('Too many people sign in at this moment.');
  return turn(() => verifyPassword(given));
}

let nobody: Promise<string> | undefined;

/** Takes as long as looking at somebody's secret: who tries names learns nothing. @throws Busy */
export async function verifyNobody(password: string): Promise<void> {
  nobody ??= hashSecret('nobody at all');
  await verifySecret({ hash: await nobody, password });
}
