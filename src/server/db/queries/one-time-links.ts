import { createHash, randomBytes } from 'node:crypto';
import { sql, type Transaction } from 'kysely';
import { database } from '../connection';
import type { Database, LinkKind } from '../schema';
import { insertAccountInto, type NewAccount, setPassword } from './accounts';
import { endSessions } from './sessions';

/** The database knows a link by this alone. */
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

export interface NewLink {
  readonly kind: LinkKind;
  /** To whom it is sent. */
  readonly email: string;
  /** Whose password it changes. */
  readonly userId?: string;
  /** Who made it; undefined for somebody who asked for it from outside. */
  readonly madeBy?: string;
  readonly seconds: number;
}

/** Makes a link that opens once. @returns its token: nobody finds it out again. */
export async function makeLink({ kind, email, userId, madeBy, seconds }: NewLink): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await database()
    .insertInto('one_time_link')
    .values({
      token_hash: hashOf(token),
      kind,
      email: email.toLowerCase(),
      user_id: userId ?? null,
      made_by: madeBy ?? null,
      expires_at: sql<Date>`now() + make_interval(secs => ${seconds})`,
    })
    .execute();
  return token;
}

/** What a link is for; undefined when it was used, is too old or never was. */
export function maybeLink(token: string, kind: LinkKind) {
  return database()
    .selectFrom('one_time_link')
    .leftJoin('user as maker', 'maker.id', 'one_time_link.made_by')
    .select(['one_time_link.email', 'one_time_link.user_id as userId', 'maker.name as madeBy'])
    .where('token_hash', '=', hashOf(token))
    .where('kind', '=', kind)
    .where('expires_at', '>', sql<Date>`now()`)
    .executeTakeFirst();
}

/** Invitations that are still open, the newest first. */
export function listInvitations() {
  return database()
    .selectFrom('one_time_link')
    .select(['token_hash as id', 'email', 'expires_at as expiresAt'])
    .where('kind', '=', 'invitation')
    .where('expires_at', '>', sql<Date>`now()`)
    .orderBy('made_at', 'desc')
    .execute();
}

export async function withdrawInvitation(id: string): Promise<void> {
  await database()
    .deleteFrom('one_time_link')
    .where('token_hash', '=', id)
    .where('kind', '=', 'invitation')
    .execute();
}

/** @returns the address it was sent to; undefined when it is gone: whoever comes second finds nothing. */
async function useLink(db: Transaction<Database>, token: string, kind: LinkKind) {
  return db
    .deleteFrom('one_time_link')
    .where('token_hash', '=', hashOf(token))
    .where('kind', '=', kind)
    .where('expires_at', '>', sql<Date>`now()`)
    .returning(['email', 'user_id as userId'])
    .executeTakeFirst();
}

/** Uses an invitation up and makes the account, both or neither. @returns undefined when the invitation is gone, or the address has an account. */
export function acceptInvitation(token: string, account: NewAccount): Promise<string | undefined> {
  return database()
    .transaction()
    .execute(async (db) => {
      const link = await useLink(db, token, 'invitation');
      if (!link) return undefined;
      const somebody = await db
        .selectFrom('user')
        .select('id')
        .where('email', '=', account.email)
        .executeTakeFirst();
      return somebody ? undefined : insertAccountInto(db, account);
    });
}

/** Uses a link up and changes the password, both or neither; whoever was signed in is not any more. @returns whether it was done. */
export function setPasswordByLink(token: string, passwordHash: string): Promise<boolean> {
  return database()
    .transaction()
    .execute(async (db) => {
      const link = await useLink(db, token, 'new-password');
      if (!link?.userId) return false;
      await setPassword(link.userId, passwordHash, db);
      // Other links to the same account end with it.
      await db.deleteFrom('one_time_link').where('user_id', '=', link.userId).execute();
      await endSessions(link.userId, { allBut: undefined }, db);
      return true;
    });
}

/** Links that nobody has used. */
export async function removeOldLinks(): Promise<void> {
  await database().deleteFrom('one_time_link').where('expires_at', '<', sql<Date>`now()`).execute();
}
