import { type ChildProcess, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { writeWav } from '@/core/signal';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { getTakeState, handIn } from '@/server/access/practice/takes';
import { getLine } from '@/server/access/shelf/shelf';
import { importLine } from '@/server/access/shelf/writing';
import { database } from '@/server/db/connection';
import { requestCheck } from '@/server/jobs/queue';
import { bookLine, scoreXml } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';
import { rightOf } from '../support/results';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

// The real worker process, from the production build.
const startWorker = (): ChildProcess =>
  spawn(process.execPath, ['dist/worker.mjs'], { cwd: process.cwd(), stdio: 'ignore' });
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

const wav = writeWav(
  render(perform(bookLine(5), { ...STEADY_STYLE, seed: 1, bpm: 88 }), 'flute', {
    ...QUIET_ROOM,
    sampleRate: 16000,
    seed: 1,
  }),
);
const PATIENCE_MS = 60_000;

let world: World;
let worker: ChildProcess | undefined;

async function handInTake(): Promise<string> {
  const id = randomUUID();
  await handIn(
    world.student,
    { id, assignmentId: world.assignmentId, askedBpm: '88', source: 'recorded' },
    wav,
  );
  return id;
}

async function stateWithin(id: string, patienceMs: number): Promise<string> {
  const deadline = Date.now() + patienceMs;
  while ((await getTakeState(world.student, id)) === 'waiting' && Date.now() < deadline) await wait(200);
  return getTakeState(world.student, id);
}

beforeAll(async () => {
  world = await makeWorld();
});
afterAll(async () => {
  worker?.kill('SIGKILL');
});

test('takes wait while there is no worker, and are checked when one comes', async () => {
  const ids = [await handInTake(), await handInTake()];
  await wait(1500);
  expect(await Promise.all(ids.map((id) => getTakeState(world.student, id)))).toEqual(['waiting', 'waiting']);
  worker = startWorker();
  for (const id of ids) expect(await stateWithin(id, PATIENCE_MS)).toBe('checked');
});

test('a take that already waits to be checked is not queued twice', async () => {
  worker!.kill('SIGKILL');
  const id = await handInTake();
  await requestCheck(id);
  await requestCheck(id, { canWait: true });
  const waiting = await sql<{ count: string }>`select count(*) from pgboss.job
    where name = 'check-take' and state = 'created' and data ->> 'takeId' = ${id}`.execute(database());
  expect(waiting.rows).toEqual([{ count: '1' }]);
  worker = startWorker();
  expect(await stateWithin(id, PATIENCE_MS)).toBe('checked');
});

test('a new line is drawn while the teacher looks at the page', async () => {
  const imported = await importLine(
    world.teacher,
    new File([scoreXml(['C4q D4q E4e F4e G4q', 'A4w'])], 'x.musicxml'),
  );
  const load = async () => (await getLine(world.teacher, rightOf(imported).lineId)).shown?.engravings;
  let drawn = await load();
  for (const deadline = Date.now() + PATIENCE_MS; !drawn && Date.now() < deadline; ) {
    await wait(100);
    drawn = await load();
  }
  const { wide, narrow } = drawn!;
  expect(wide.systems).toHaveLength(1);
  expect(Object.keys(narrow.systems[0]!.events)).toHaveLength(6);
});

test('a worker that is killed loses no take', async () => {
  worker!.kill('SIGKILL');
  const id = await handInTake();
  worker = startWorker();
  await wait(300);
  worker.kill('SIGKILL');
  worker = startWorker();
  expect(await stateWithin(id, PATIENCE_MS)).toBe('checked');
});
