// A class hands in at the same moment: npm run bench -- class
// First with the defaults, then over three worker and two web processes, one of each killed in the middle.
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { FIRST_PIECE_BYTES, nextPieceBytes } from '@/browser/piece-size';
import { quantile } from '@/core/base';
import { writeWav } from '@/core/signal';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { createStudent } from '@/server/auth/accounts';
import { closeDatabase, database } from '@/server/db/connection';
import { freePort, startApp } from '../../scripts/lib/app.mjs';
import { startPostgres } from '../../scripts/lib/postgres.mjs';
import { sessionSecret } from '../../scripts/lib/setup.mjs';
import { bookLine } from '../support/lines';
import { sessionCookieOf } from '../support/session-cookie';
import { makeWorld, type World } from '../support/world';

const STUDENTS = 30;
const WITHIN_MS = 5000;
const BPM = 52;
const PATIENCE_MS = 120_000;
/** A server that is started again is there within seconds. */
const MOST_TRIES = 100;
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** As a telephone records: 48 kHz. Each takes 20 seconds or a little more. */
const sounds = Array.from({ length: 6 }, (_, seed) =>
  writeWav(
    render(perform(bookLine(5), { ...STEADY_STYLE, seed, bpm: BPM }), 'flute', {
      ...QUIET_ROOM,
      sampleRate: 48_000,
      seed,
    }),
  ),
);

const server = await startPostgres();
process.env.DATABASE_URL = server.url;
process.env.SESSION_SECRET = sessionSecret();
execFileSync(process.execPath, ['dist/migrate.mjs'], { stdio: 'ignore' });

async function cookieOf(userId: string, password: string): Promise<string> {
  const { email } = await database()
    .selectFrom('user')
    .select('email')
    .where('id', '=', userId)
    .executeTakeFirstOrThrow();
  return sessionCookieOf(email, password);
}

async function newClass(): Promise<{ world: World; cookies: string[]; teacher: string }> {
  const world = await makeWorld();
  const cookies: string[] = [];
  for (let index = 0; index < STUDENTS; index++) {
    const userName = `s${index}`;
    const userId = await createStudent({
      ...{ name: userName, classId: world.classId, userName, pin: '471100', instrument: 'flute' as const },
    });
    cookies.push(await cookieOf(userId, '471100'));
  }
  return { world, cookies, teacher: await cookieOf(world.teacher.userId, 'a-long-password') };
}

async function measure(name: string, webs: number, workers: number, isKilled: boolean): Promise<boolean> {
  const { world, cookies, teacher } = await newClass();
  const port = await freePort();
  const app = await startApp({ databaseUrl: server.url, port, demo: true, seeded: true, webs, workers });
  const address = (n: number) => `http://127.0.0.1:${port + (n % webs)}`;
  // Everything is warm, as at any moment of a school day.
  await fetch(`${address(0)}/desk`, { headers: { cookie: teacher } });
  const send = (n: number, path: string, init: RequestInit) =>
    fetch(`${address(n)}${path}`, {
      ...init,
      headers: { ...init.headers, cookie: cookies[n % cookies.length]!, origin: address(n) },
    });
  const handIn = async (n: number): Promise<void> => {
    const id = randomUUID();
    const wav = sounds[n % sounds.length]!;
    for (let tries = n; ; tries++) {
      try {
        for (let from = 0, pieceBytes = FIRST_PIECE_BYTES; from < wav.length; ) {
          const sentAt = performance.now();
          const answer = await fetch(`${address(tries)}/api/takes/${id}/pieces?from=${from}`, {
            method: 'PUT',
            body: wav.slice(from, from + pieceBytes),
            headers: { cookie: cookies[n]!, origin: address(tries) },
          });
          const { received } = (await answer.json()) as { received?: number };
          if (received === undefined) throw new Error(`${answer.status}`);
          from = received;
          pieceBytes = nextPieceBytes(pieceBytes, performance.now() - sentAt);
        }
        const answer = await fetch(`${address(tries)}/api/takes/${id}`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json', cookie: cookies[n]!, origin: address(tries) },
          body: JSON.stringify({
            ...{ bytes: wav.length, assignmentId: world.assignmentId, askedBpm: BPM, source: 'recorded' },
          }),
        });
        if (answer.ok) return;
        throw new Error(`${answer.status}`);
      } catch (error) {
        if (tries - n > MOST_TRIES) throw error;
        await wait(300);
      }
    }
  };
  const pages: number[] = [];
  let isOver = false;
  const looking = (async () => {
    for (let n = 0; !isOver; n++) {
      const path = n % 3 === 0 ? `/practice/${world.assignmentId}` : '/practice';
      const from = performance.now();
      const answer = await send(n, path, { method: 'GET' }).catch(() => undefined);
      await answer?.text();
      if (answer?.ok) pages.push(performance.now() - from);
      await wait(60);
    }
  })();
  const sent: number[] = [];
  const start = Date.now();
  const handing = Array.from({ length: STUDENTS }, async (_, n) => {
    await wait((WITHIN_MS * n) / STUDENTS);
    await handIn(n);
    sent.push(Date.now());
  });
  if (isKilled) {
    await wait(WITHIN_MS / 2);
    process.kill(app.pids('worker')[0], 'SIGKILL');
    process.kill(app.pids('web')[0], 'SIGKILL');
  }
  await Promise.all(handing);
  const lastAt = Math.max(...sent);
  const open = async () => {
    const { rows } = await sql<{ waiting: number; failed: number; last: Date | null }>`
      select count(*) filter (where take.state = 'waiting')::int as waiting,
        count(*) filter (where take.state = 'failed')::int as failed, max(take_check.checked_at) as last
      from take left join take_check on take_check.take_id = take.id
      where take.assignment_id = ${world.assignmentId}`.execute(database());
    return rows[0]!;
  };
  let state = await open();
  while (state.waiting > 0 && Date.now() - lastAt < PATIENCE_MS) {
    await wait(100);
    state = await open();
  }
  isOver = true;
  await looking;
  const after = Math.max(0, (state.last!.getTime() - lastAt) / 1000);
  const seconds = sounds[0]!.length / 96_000;
  console.log(
    `${name}: ${STUDENTS} takes of ${seconds.toFixed(0)} s within ${((lastAt - start) / 1000).toFixed(1)} s; last verdict ${after.toFixed(1)} s after the last hand-in (bar 10); ` +
      `pages meanwhile: median ${quantile(pages, 0.5).toFixed(0)} ms, p95 ${quantile(pages, 0.95).toFixed(0)} ms of ${pages.length} (bar 300); waiting ${state.waiting}, failed ${state.failed}.`,
  );
  await app.stop();
  return state.waiting + state.failed === 0;
}

const first = await measure('defaults', 1, 1, false);
const second = await measure('3 workers and 2 webs, one of each killed', 2, 3, true);
await closeDatabase();
await server.stop();
process.exit(first && second ? 0 : 1);
