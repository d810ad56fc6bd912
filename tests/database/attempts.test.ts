import { sql } from 'kysely';
import { database } from '@/server/db/connection';
import { migrate } from '@/server/db/migrations';
import { countAttempt, forgetAttempts } from '@/server/db/queries/accounts';
import { DEMO_ASSIGNMENTS, DEMO_CLASSES, DEMO_TAKES } from '@/server/demo/scenario';
import { bookLine } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';

withOwnDatabase();

test('attempts are counted by subject, forgotten on success, and count only for a while', async () => {
  const subject = `test:${Date.now()}`;
  expect([
    await countAttempt(subject, 60),
    await countAttempt(subject, 60),
    await countAttempt(`${subject}:other`, 60),
  ]).toEqual([1, 2, 1]);
  await database()
    .updateTable('attempt')
    .set({ at: sql`now() - interval '2 minutes'` })
    .where('subject', '=', subject)
    .execute();
  expect(await countAttempt(subject, 60)).toBe(1);
  await forgetAttempts(subject);
  expect(await countAttempt(subject, 60)).toBe(1);
});

test('migrating an up-to-date database changes nothing', async () => {
  await expect(migrate()).resolves.toBeUndefined();
});

test('the demo is told of lines, classes and people that are there, at least a dozen takes of them', () => {
  const userNames = DEMO_CLASSES.flatMap(({ students }) => students.map((student) => student.userName));
  expect(new Set(userNames).size).toBe(userNames.length);
  expect(DEMO_TAKES.length).toBeGreaterThanOrEqual(12);
  for (const { className, lineNumber, startBpm, goalBpm } of DEMO_ASSIGNMENTS) {
    expect(DEMO_CLASSES.map(({ name }) => name)).toContain(className);
    expect(bookLine(lineNumber).part.measures.length).toBeGreaterThanOrEqual(8);
    expect(startBpm).toBeLessThanOrEqual(goalBpm);
  }
  for (const take of DEMO_TAKES) {
    expect(userNames).toContain(take.userName);
    expect(DEMO_ASSIGNMENTS.map(({ lineNumber }) => lineNumber)).toContain(take.lineNumber);
  }
});
