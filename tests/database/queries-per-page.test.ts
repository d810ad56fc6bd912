// However many students and lines a class has, its pages ask the database a handful of times.
import pg from 'pg';
import { getGiven } from '@/server/access/practice/given';
import { getBoard } from '@/server/access/school/board';
import { getPace, listLoads } from '@/server/access/school/load';
import { createStudent } from '@/server/auth/accounts';
import { insertAssignment } from '@/server/db/queries/assignments';
import { withOwnDatabase } from '../support/own-database';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

const TODAY = '2026-12-01';
const MOST_QUERIES = 12;
let world: World;
beforeAll(async () => {
  world = await makeWorld();
  await grow(2, 1);
}, 60_000);

/** More students and assignments for the class. */
async function grow(students: number, lines: number): Promise<void> {
  const { classId, lineId } = world;
  for (let n = 0; n < students; n++) {
    const userName = `s${Math.random().toString(36).slice(2, 10)}`;
    await createStudent({ name: `Student ${userName}`, classId, userName, pin: '4711', instrument: 'flute' });
  }
  for (let n = 0; n < lines; n++)
    await insertAssignment({
      class_id: classId,
      line_id: lineId,
      start_bpm: 66,
      goal_bpm: 88,
      due_on: '2027-01-31',
    });
}

async function queriesOf(work: () => Promise<unknown>): Promise<number> {
  const { query } = pg.Client.prototype;
  let count = 0;
  pg.Client.prototype.query = function (this: pg.Client, ...all: unknown[]) {
    count++;
    return (query as (...all: unknown[]) => unknown).apply(this, all);
  } as typeof query;
  try {
    await work();
  } finally {
    pg.Client.prototype.query = query;
  }
  return count;
}

const PAGES: readonly (readonly [string, () => Promise<unknown>])[] = [
  ['board', () => getBoard(world.teacher, world.classId, TODAY)],
  ['pace', () => getPace(world.teacher, world.classId, TODAY)],
  ['given', () => getGiven(world.teacher, world.assignmentId)],
  ['loads', () => listLoads(world.teacher, TODAY)],
];

test('as many queries for 30 students and 12 lines as for three and two', async () => {
  // A first connection asks a little more.
  for (const [, work] of PAGES) await work();
  const small: number[] = [];
  for (const [, work] of PAGES) small.push(await queriesOf(work));
  await grow(27, 10);
  const large: number[] = [];
  for (const [, work] of PAGES) large.push(await queriesOf(work));
  console.log(PAGES.map(([name], index) => `${name}: ${large[index]}`).join(', '));
  expect(large).toEqual(small);
  expect(Math.max(...large)).toBeLessThanOrEqual(MOST_QUERIES);
  expect(Math.min(...large)).toBeGreaterThan(0);
});
