// A server whose clock leaps: nothing waits until the clock is there again, and nothing is removed by a wrong one.
import { randomUUID } from 'node:crypto';
import { type RawBuilder, sql } from 'kysely';
import { handIn } from '@/server/access/practice/takes';
import { database } from '@/server/db/connection';
import { trustInClock } from '@/server/db/queries/clock';
import { removeOutOfDate } from '@/server/db/queries/removal';
import { CHECK_QUEUE, queue } from '@/server/jobs/queue';
import { sweep } from '@/server/jobs/sweep';
import { withOwnDatabase } from '../support/own-database';
import { played } from '../support/takes';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});

const AN_HOUR_AHEAD = sql<Date>`now() + interval '1 hour'`;

/** A take that was handed in while the clock was an hour ahead. */
async function fromAhead(): Promise<string> {
  await sql`delete from pgboss.job`.execute(database());
  await database().deleteFrom('take').execute();
  const id = randomUUID();
  const form = { id, assignmentId: world.assignmentId, askedBpm: '88', source: 'recorded' };
  await handIn(world.student, form, await played(88, 1));
  await sql`update pgboss.job set created_on = ${AN_HOUR_AHEAD}, start_after = ${AN_HOUR_AHEAD}`.execute(
    database(),
  );
  await set(id, { handed_in_at: AN_HOUR_AHEAD });
  return id;
}
const set = (id: string, values: Record<string, RawBuilder<Date>>) =>
  database().updateTable('take').set(values).where('id', '=', id).execute();
const fetched = async () => (await (await queue()).fetch<{ takeId: string }>(CHECK_QUEUE))[0]?.data.takeId;

test('what was asked for by a clock that was ahead is done now', async () => {
  const id = await fromAhead();
  expect(await fetched()).toBeUndefined();
  await sweep();
  expect(await fetched()).toBe(id);
});

test('what was asked for and forgotten then is asked for again', async () => {
  const id = await fromAhead();
  await sql`delete from pgboss.job`.execute(database());
  await sweep();
  expect(await fetched()).toBe(id);
});

test('a check whose process ended then comes back', async () => {
  const id = await fromAhead();
  await sweep();
  expect(await fetched()).toBe(id);
  await sql`update pgboss.job set started_on = ${AN_HOUR_AHEAD} where name = ${CHECK_QUEUE}`.execute(
    database(),
  );
  await set(id, { check_alive_at: AN_HOUR_AHEAD });
  // At first it may be at work; a few seconds of silence later it is not.
  await sweep();
  await sql`update pgboss.job set started_on = now() - interval '6 seconds' where name = ${CHECK_QUEUE}`.execute(
    database(),
  );
  await sweep();
  const { rows } = await sql<{ state: string }>`
    select state from pgboss.job where name = ${CHECK_QUEUE} and singleton_key = ${id}`.execute(database());
  expect(rows).toEqual([{ state: 'retry' }]);
});

test('a clock that leapt removes nothing for a day', async () => {
  expect(await removeOutOfDate()).toBe(true);
  const lookedAt = async (hoursAgo: number) => {
    const trust = { seenMs: Date.now() - hoursAgo * 3_600_000, doubtedUntilMs: undefined };
    await database()
      .updateTable('setting')
      .set({ value: JSON.stringify(trust) })
      .where('name', '=', 'clock')
      .execute();
  };
  await lookedAt(2);
  expect(await removeOutOfDate()).toBe(true);
  await lookedAt(24 * 365);
  expect(await removeOutOfDate()).toBe(false);
  expect(await removeOutOfDate()).toBe(false);
  expect((await trustInClock()).doubtedUntilMs).toBeGreaterThan(Date.now() + 23 * 3_600_000);
  await lookedAt(-5);
  expect(await removeOutOfDate()).toBe(false);
});
