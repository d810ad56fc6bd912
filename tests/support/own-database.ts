import pg from 'pg';
import { closeDatabase } from '@/server/db/connection';
import { closeQueue } from '@/server/jobs/queue';
import { closeReading } from '@/server/threads/read-in-thread';

/** Migrated, with an empty job queue, and used by nobody: every suite works on a copy of it. */
const TEMPLATE = 'template_of_checks';

let count = 0;

async function asAdmin(work: (client: pg.Client) => Promise<unknown>): Promise<void> {
  const client = new pg.Client({ connectionString: process.env.MEVLO_TEST_SERVER });
  await client.connect();
  try {
    await work(client);
  } finally {
    await client.end();
  }
}

/** Gives the suite a database of its own, with the real job queue in it; nothing of it is left afterwards. */
export function withOwnDatabase(): void {
  const name = `own_${process.pid}_${++count}`;
  beforeAll(async () => {
    const server = process.env.MEVLO_TEST_SERVER;
    if (!server)
      throw new Error('Database checks are run by "npm run test:database", which starts the database.');
    await asAdmin((client) => client.query(`create database ${name} template ${TEMPLATE} owner mevlo_app`));
    // As the application has it: its role may do nothing else in the cluster.
    process.env.DATABASE_URL = process.env.MEVLO_TEST_URL!.replace(/\/[^/]+$/, `/${name}`);
  });
  afterAll(async () => {
    await closeQueue();
    await closeReading();
    await closeDatabase();
    await asAdmin((client) => client.query(`drop database if exists ${name} with (force)`));
  });
}
