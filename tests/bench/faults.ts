// Hand-ins while everything breaks: npm run bench -- faults [-- --faults 200 --seed 1]
// Two web and two worker processes over one database, on a disk that is small. Nothing may be lost, doubled, or wait for ever.
import { execFileSync, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { chmodSync, existsSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { sql } from 'kysely';
import { createRandom } from '@/core/base';
import { writeWav } from '@/core/signal';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { createStudent } from '@/server/auth/accounts';
import { closeDatabase, database } from '@/server/db/connection';
import { freePort, startApp } from '../../scripts/lib/app.mjs';
import { startPostgres } from '../../scripts/lib/postgres.mjs';
import { sessionSecret } from '../../scripts/lib/setup.mjs';
import { bookLine } from '../support/lines';
import { sessionCookieOf } from '../support/session-cookie';
import { makeWorld } from '../support/world';

const { values } = parseArgs({
  options: { faults: { type: 'string', default: '200' }, seed: { type: 'string', default: '1' } },
});
const FAULTS = Number(values.faults);
const random = createRandom(Number(values.seed));
const STUDENTS = 20;
const BPM = 88;
const PIECE_BYTES = 100_000;
const DATA = process.env.MEVLO_DATA!;
const FILL = join(DATA, 'fill');
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

const wav = writeWav(
  render(perform(bookLine(5), { ...STEADY_STYLE, seed: 1, bpm: BPM }), 'flute', {
    ...QUIET_ROOM,
    sampleRate: 16_000,
    seed: 1,
  }),
);

/** All processes of the server read its clock through this: by how many seconds it goes wrong. */
const CLOCK = join(DATA, 'clock');
function setServerClock(aheadSeconds: number): void {
  writeFileSync(CLOCK, `${aheadSeconds < 0 ? '' : '+'}${aheadSeconds}`);
}
setServerClock(0);
chmodSync(CLOCK, 0o644);
const fakeClock = execFileSync('dpkg', ['-L', 'libfaketime'], { encoding: 'utf8' })
  .split('\n')
  .find((path) => path.endsWith('MT.so.1'))!;
Object.assign(process.env, {
  ...{ LD_PRELOAD: fakeClock, FAKETIME_TIMESTAMP_FILE: CLOCK, FAKETIME_CACHE_DURATION: '1' },
  // How long something takes is measured by a clock that nobody sets.
  FAKETIME_DONT_FAKE_MONOTONIC: '1',
});

const server = await startPostgres();
process.env.DATABASE_URL = server.url;
process.env.SESSION_SECRET = sessionSecret();
execFileSync(process.execPath, ['dist/migrate.mjs'], { stdio: 'ignore' });
const port = await freePort();
const world = await makeWorld();

interface Device {
  cookie: string;
  readonly email: string;
  readonly userId: string;
}

const PIN = '471100';

async function newDevice(index: number): Promise<Device> {
  const userId = await createStudent({
    ...{
      name: `s${index}`,
      classId: world.classId,
      userName: `s${index}`,
      pin: PIN,
      instrument: 'flute',
    },
  });
  const { email } = await database()
    .selectFrom('user')
    .select('email')
    .where('id', '=', userId)
    .executeTakeFirstOrThrow();
  return { userId, email, cookie: await sessionCookieOf(email, PIN) };
}
const devices: Device[] = [];
for (let index = 0; index < STUDENTS; index++) devices.push(await newDevice(index));
await closeDatabase();

const app = await startApp({ databaseUrl: server.url, port, demo: true, seeded: true, webs: 2, workers: 2 });

/** What is broken on the way of the next piece, if anything. */
type Trouble = 'cut' | 'twice' | 'out of order' | 'dropped' | 'clock';
const troubles: Trouble[] = [];
const happened = new Map<string, number>();
const count = (name: string) => happened.set(name, (happened.get(name) ?? 0) + 1);

function send({ cookie }: Device, path: string, init: RequestInit): Promise<Response> {
  const address = `http://127.0.0.1:${port + random.integer(0, 2)}`;
  const headers = { ...init.headers, cookie, origin: address };
  return fetch(`${address}${path}`, { ...init, headers, signal: init.signal ?? AbortSignal.timeout(20_000) });
}

/** By a clock that leapt, too: whoever is signed out signs in again, and the take is still there. */
const SIGNED_OUT = 401;

/** As the browser's own queue does it: from where the server says, until it has all of it. */
async function handIn(device: Device, id: string): Promise<void> {
  const facts = () => ({
    ...{ bytes: wav.length, assignmentId: world.assignmentId, askedBpm: BPM, source: 'recorded' },
    recordedAt: new Date(Date.now() - (takeTrouble('clock') ? 400 * 86_400_000 : 0)).toISOString(),
  });
  const complete = () =>
    send(device, `/api/takes/${id}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(facts()),
    });
  for (;;) {
    try {
      const answer = await complete();
      const { takeId, received } = (await answer.json()) as { takeId?: string; received?: number };
      if (takeId) return;
      if (answer.status === SIGNED_OUT) device.cookie = await sessionCookieOf(device.email, PIN);
      if (received === undefined) throw new Error(`${answer.status}`);
      for (let from = received; from < wav.length; ) from = await sendPiece(device, id, from);
    } catch {
      // Offline, dying, full or busy: later again.
      await wait(200 + random.integer(0, 600));
    }
  }
}

function takeTrouble(wanted?: Trouble): Trouble | undefined {
  const at = troubles.findIndex((trouble) => (wanted ? trouble === wanted : trouble !== 'clock'));
  return at < 0 ? undefined : troubles.splice(at, 1)[0];
}

/** @returns from where to go on. */
async function sendPiece(device: Device, id: string, from: number): Promise<number> {
  const put = (start: number, end: number, signal?: AbortSignal) =>
    send(device, `/api/takes/${id}/pieces?from=${start}`, {
      method: 'PUT',
      body: wav.slice(start, end),
      ...(signal && { signal }),
    });
  switch (takeTrouble()) {
    case 'cut':
      await put(from, from + 1 + random.integer(0, PIECE_BYTES / 2));
      break;
    case 'twice':
      await Promise.allSettled([put(from, from + PIECE_BYTES), put(from, from + PIECE_BYTES)]);
      break;
    case 'out of order':
      await put(Math.min(wav.length - 1, from + PIECE_BYTES), wav.length);
      break;
    case 'dropped':
      await put(from, from + PIECE_BYTES, AbortSignal.timeout(1 + random.integer(0, 20))).catch(
        () => undefined,
      );
      break;
  }
  const answer = await put(from, from + PIECE_BYTES);
  const { received } = (await answer.json()) as { received?: number };
  if (received === undefined) throw new Error(`${answer.status}`);
  return received;
}

const kill = (pid: number | undefined) => {
  if (pid !== undefined) spawnSync('kill', ['-9', `${pid}`]);
};
/** Leaves a little: the disk of a real school fills up slowly. */
async function fillDisk(): Promise<void> {
  spawnSync('dd', ['if=/dev/zero', `of=${FILL}`, 'bs=1M'], { stdio: 'ignore' });
  await wait(2500);
  rmSync(FILL, { force: true });
}

const HOUR_SECONDS = 3600;
const LEAPS_SECONDS = [0, 0, 1, -1, 10, -10, 40, -40].map((hours) => hours * HOUR_SECONDS);
const FAULT_KINDS = {
  'worker killed': async () => kill(random.pick(app.pids('worker'))),
  'web killed': async () => kill(random.pick(app.pids('web'))),
  'database restarted': async () => spawnSync('kill', ['-INT', `${server.pid()}`]),
  'database killed': async () => kill(server.pid()),
  'disk full': fillDisk,
  'piece cut': async () => troubles.push('cut'),
  'piece twice': async () => troubles.push('twice'),
  'pieces out of order': async () => troubles.push('out of order'),
  'connection dropped': async () => troubles.push('dropped'),
  'device clock jumped': async () => troubles.push('clock'),
  'server clock jumped': async () => setServerClock(random.pick(LEAPS_SECONDS)),
} as const;
const SOME: readonly (keyof typeof FAULT_KINDS)[] = [
  ...(['worker killed', 'worker killed', 'web killed', 'web killed', 'piece cut', 'piece twice'] as const),
  ...(['pieces out of order', 'connection dropped', 'device clock jumped', 'disk full'] as const),
  ...(['database restarted', 'database killed', 'server clock jumped', 'server clock jumped'] as const),
];

const handed: { id: string; userId: string }[] = [];
let isOver = false;
const clients = devices.map(async (device, index) => {
  await wait(index * 150);
  for (let n = 0; !isOver && n < 100; n++) {
    const id = randomUUID();
    await handIn(device, id);
    handed.push({ id, userId: device.userId });
    await wait(1500 + random.integer(0, 3000));
  }
});

const start = Date.now();
for (let n = 0; n < FAULTS; n++) {
  const kind = random.pick(SOME);
  count(kind);
  await FAULT_KINDS[kind]();
  await wait(300 + random.integer(0, 1400));
}
const faultSeconds = (Date.now() - start) / 1000;
isOver = true;
// Somebody puts it right in the end, and what was noted by it then lies where it does.
setServerClock(0);
await Promise.all(clients);

/** Nobody waits for longer than this when everything works again. */
const PATIENCE_MS = 180_000;
const states = async () => {
  const { rows } = await sql<{ state: string; count: number }>`
    select state, count(*)::int as count from take group by state`.execute(database());
  return Object.fromEntries(rows.map(({ state, count: many }) => [state, many]));
};
const healed = Date.now();
let now = await states();
while (now.waiting && Date.now() - healed < PATIENCE_MS) {
  await wait(500);
  now = await states();
}
const stored = await database()
  .selectFrom('take')
  .select([
    'id',
    'student_id as userId',
    sql<number>`octet_length(audio)`.as('bytes'),
    'audio_type as audioType',
  ])
  .execute();
const known = new Map(stored.map((take) => [take.id, take]));
const lost = handed.filter(({ id, userId }) => known.get(id)?.userId !== userId);
const doubled = stored.length - new Set(stored.map(({ id }) => id)).size;
const strangers = stored.filter(({ id }) => !handed.some((one) => one.id === id));
const torn = stored.filter(({ audioType, bytes }) => audioType === 'wav' && bytes !== wav.length);
const pieces = await database().selectFrom('take_piece').select('take_id').distinct().execute();

console.log(`${FAULTS} faults in ${Math.round(faultSeconds)} s, seed ${values.seed}:`);
for (const [name, many] of [...happened].sort()) console.log(`  ${name}: ${many}`);
console.log(
  `${handed.length} takes handed in by ${STUDENTS} devices: ${lost.length} lost, ${doubled} doubled, ${strangers.length} unknown, ${torn.length} torn.`,
);
console.log(
  `Checked ${now.checked ?? 0}, failed ${now.failed ?? 0}, waiting ${now.waiting ?? 0} ${Math.round((Date.now() - healed) / 1000)} s after the last fault; half-arrived takes ${pieces.length}.`,
);
await closeDatabase();
await app.stop();
await server.stop();
if (existsSync(FILL)) rmSync(FILL);
const isRight =
  lost.length + doubled + strangers.length + torn.length + (now.waiting ?? 0) + (now.failed ?? 0) === 0;
writeFileSync(join(DATA, 'faults-right'), `${isRight}`);
process.exit(isRight ? 0 : 1);
