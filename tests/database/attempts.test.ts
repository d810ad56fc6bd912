import { sql } from 'kysely';
import { database } from '@/server/db/connection';
import { migrate } from '@/server/db/migrations';
import { countAttempts, forgetAttempts, mayDo } from '@/server/db/queries/attempts';
import { DEMO_ASSIGNMENTS, DEMO_CLASSES, DEMO_TAKES } from '@/server/demo/scenario';
import { bookLine } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';

withOwnDatabase();

const minute = (most: number) => ({ most, seconds: 60 });

test('attempts are limited by subject and by source, forgotten on success, and count only for a while', async () => {
  const subject = `test:${Date.now()}`;
  const attempt = (source: string) =>
    countAttempts([{ subject, source, perSource: [minute(2)], total: [minute(3)] }]);
  const first = await attempt('a');
  expect(first).toBeDefined();
  expect(await attempt('a')).toBeDefined();
  expect(await attempt('a')).toBeUndefined();
  expect(await attempt('b')).toBeDefined();
  expect(await attempt('b')).toBeUndefined();
  await forgetAttempts(first!, subject, 'a');
  expect(await attempt('b')).toBeDefined();
  await database()
    .updateTable('attempt')
    .set({ at: sql`now() - interval '2 minutes'` })
    .where('subject', '=', subject)
    .execute();
  expect(await attempt('b')).toBeDefined();
});

test('however many come at once, no more than the limit are let through', async () => {
  const subject = `at once:${Date.now()}`;
  const answers = await Promise.all(Array.from({ length: 30 }, () => mayDo(subject, minute(5))));
  expect(answers.filter(Boolean)).toHaveLength(5);
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
    expect(bookLine(lineNumber).part.measures.length).toBeGreaterThanOrEqual(4);
    expect(startBpm).toBeLessThanOrEqual(goalBpm);
  }
  for (const take of DEMO_TAKES) {
    expect(userNames).toContain(take.userName);
    expect(DEMO_ASSIGNMENTS.map(({ lineNumber }) => lineNumber)).toContain(take.lineNumber);
  }
});
