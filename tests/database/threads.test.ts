import { Overdue, ThreadPool } from '@/server/threads/pool';
import { closeReading, readInThread } from '@/server/threads/read-in-thread';
import { bookLine, scoreXml } from '../support/lines';

const WISH = { layout: 'wide', counting: undefined } as const;
const PATIENCE_MS = 60_000;

let pool: ThreadPool;
beforeAll(() => {
  pool = new ThreadPool({ threads: 1 });
});
afterAll(async () => {
  await pool.close();
  await closeReading();
});

test('what takes too long is ended, and the next is done as if nothing had been', async () => {
  const line = bookLine(1);
  await expect(pool.run('engrave', 1, line, WISH)).rejects.toThrow(Overdue);
  expect((await pool.run('engrave', PATIENCE_MS, line, WISH)).systems.length).toBeGreaterThan(0);
});

test('what a task throws comes back', async () => {
  await expect(pool.run('engrave', PATIENCE_MS, {} as never, WISH)).rejects.toThrow(TypeError);
  expect((await pool.run('engrave', PATIENCE_MS, bookLine(1), WISH)).systems.length).toBeGreaterThan(0);
});

test('files are read in threads, several at once, and pages go on meanwhile', async () => {
  let ticks = 0;
  const timer = setInterval(() => ticks++, 5);
  const bytes = new TextEncoder().encode(scoreXml(Array.from({ length: 60 }, () => 'C4q D4q E4e F4e G4q')));
  const read = await Promise.all(Array.from({ length: 6 }, () => readInThread(bytes)));
  clearInterval(timer);
  expect(read.every(({ ok }) => ok)).toBe(true);
  expect(ticks).toBeGreaterThan(5);
  const broken = await readInThread(new TextEncoder().encode('<score-partwise'));
  expect(broken.ok).toBe(false);
});
