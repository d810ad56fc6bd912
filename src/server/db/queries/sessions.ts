import { type Kysely, sql } from 'kysely';
import { database } from '../connection';
import type { Database } from '../schema';

export interface SignedInDevice {
  readonly id: string;
  readonly token: string;
  readonly signedInAt: Date;
  /** What the browser calls itself. */
  readonly userAgent: string | null;
}

/** Where somebody is signed in, the newest first. */
export async function listSessions(userId: string): Promise<readonly SignedInDevice[]> {
  const { rows } = await sql<SignedInDevice>`
    select id, token, "createdAt" as "signedInAt", "userAgent" from "session"
    where "userId" = ${userId} and "expiresAt" > now() order by "createdAt" desc`.execute(database());
  return rows;
}

/** Ends sessions of somebody. @param which one of them, or all but one. @param db within a transaction that does more. */
export async function endSessions(
  userId: string,
  which: { readonly id: string } | { readonly allBut: string | undefined },
  db: Kysely<Database> = database(),
): Promise<void> {
  const condition =
    'id' in which
      ? sql`id = ${which.id}`
      : which.allBut === undefined
        ? sql`true`
        : sql`token <> ${which.allBut}`;
  await sql`delete from "session" where "userId" = ${userId} and ${condition}`.execute(db);
}

/** A session that ends sooner than others. */
export async function shortenSession(token: string, seconds: number): Promise<void> {
  await sql`update "session" set "expiresAt" = now() + make_interval(secs => ${seconds}) where token = ${token}`.execute(
    database(),
  );
}
