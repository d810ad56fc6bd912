import { Kysely, PostgresDialect } from 'kysely';
import pg from 'pg';
import { configuration } from '@/server/base/configuration';
import { logger } from '@/server/base/log';
import type { Database } from './schema';

const MAXIMUM_CONNECTIONS = 10;
const DATE_TYPE = 1082;

// A calendar day has no time zone: keep it as the text YYYY-MM-DD.
pg.types.setTypeParser(DATE_TYPE, (text) => text);

interface Connection {
  readonly pool: pg.Pool;
  readonly db: Kysely<Database>;
}

/** Kept on the process: the bundler may load this module once for every route. */
const holder = globalThis as typeof globalThis & { mevloConnection?: Connection };

/** The process's connection pool. @throws Error without DATABASE_URL. */
export function connection(): Connection {
  if (!holder.mevloConnection) {
    const pool = new pg.Pool({ connectionString: configuration().databaseUrl, max: MAXIMUM_CONNECTIONS });
    // A connection that breaks while nobody uses it: the next one who asks gets another.
    pool.on('error', (error) => logger().warn({ err: error }, 'a connection to the database broke'));
    holder.mevloConnection = { pool, db: new Kysely<Database>({ dialect: new PostgresDialect({ pool }) }) };
  }
  return holder.mevloConnection;
}

export function database(): Kysely<Database> {
  return connection().db;
}

/** Ends the pool, at the end of a script or a test. */
export async function closeDatabase(): Promise<void> {
  await holder.mevloConnection?.db.destroy();
  holder.mevloConnection = undefined;
}
