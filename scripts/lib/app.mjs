import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { keepRunning } from './keep-running.mjs';
import { ROOT } from './paths.mjs';
import { runToEnd, standBack } from './process.mjs';
import { PlainError } from './say.mjs';
import { sessionSecret } from './setup.mjs';
import { ownIdentity } from './user.mjs';

export const HOST = '127.0.0.1';
const READY_PATIENCE_MS = 60_000;

/** What Node runs. */
export const BUILT = {
  migrate: ['dist/migrate.mjs'],
  seed: ['dist/seed.mjs'],
  worker: ['dist/worker.mjs'],
  web: ['dist/web.mjs'],
};
const FROM_SOURCE = {
  migrate: ['--import', 'tsx', 'src/server/jobs/migrate.ts'],
  seed: ['--import', 'tsx', 'src/server/demo/seed.ts'],
  worker: ['--watch', '--conditions=react-server', '--import', 'tsx', 'src/server/jobs/worker.ts'],
  web: ['--import', 'tsx', 'src/server/web/web.ts'],
};

/** A port of the loopback address that nobody uses at the moment. */
export function freePort() {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.on('error', reject);
    server.listen(0, HOST, () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
}

/** @throws PlainError when the port cannot be used. */
export function requireFreePort(port) {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on('error', (error) => {
      const reason =
        error.code === 'EADDRINUSE' ? 'is used by another program' : `cannot be used (${error.code})`;
      reject(new PlainError(`Port ${port} ${reason}. Start with another one: PORT=${port + 1} npm start`));
    });
    probe.listen(port, HOST, () => probe.close(resolve));
  });
}

/** Brings the database up to date. @throws PlainError in words of its own where it must not be used like this. */
export function migrateDatabase(migrate, env, options = {}) {
  return runToEnd(process.execPath, migrate, { ...options, env, quiet: true });
}

/**
 * Brings the database up to date and starts the web and the worker process. One that ends by itself is started again; the other goes on.
 * @param options `demo`: with made-up people, who are `seeded` now unless they are there; `standsBack`: by so much (1–19) others go first on a
 * busy machine; `isDevelopment`: from the source, and anew when it changes, instead of what was built;
 * `webs` and `workers`: how many of each, the webs on the ports after `port`.
 * @returns `address`; what was `said` of the database; `pids()` by kind; `ended`, a promise that rejects when one of them cannot be kept running; and `stop()`.
 */
export async function startApp({
  databaseUrl,
  port,
  demo,
  seeded = false,
  standsBack = 0,
  isDevelopment = false,
  webs = 1,
  workers = 1,
}) {
  const host = process.env.HOST || HOST;
  const address = process.env.MEVLO_ADDRESS || `http://${host === '0.0.0.0' ? HOST : host}:${port}`;
  const identity = ownIdentity();
  const env = {
    // A visitor's terminal is for sentences; who runs a school sets this.
    MEVLO_LOG_LEVEL: 'warn',
    ...process.env,
    NODE_ENV: isDevelopment ? 'development' : 'production',
    DATABASE_URL: databaseUrl,
    SESSION_SECRET: sessionSecret(),
    MEVLO_ADDRESS: address,
    MEVLO_DEMO: demo ? '1' : '0',
    NEXT_TELEMETRY_DISABLED: '1',
  };
  const { migrate, seed, worker, web } = isDevelopment ? FROM_SOURCE : BUILT;
  const said = seeded ? '' : (await migrateDatabase(migrate, env, identity)).trim();
  if (demo && !seeded) await runToEnd(process.execPath, seed, { ...identity, env });
  // In groups of their own, so that Ctrl-C reaches the script alone and it can stop them in order.
  const options = { ...identity, cwd: ROOT, detached: true };
  const start = (command, by, ownEnv = {}) => {
    const child = spawn(process.execPath, command, {
      ...options,
      env: { ...env, ...ownEnv },
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    if (by > 0) standBack(child, by);
    return child;
  };
  // Whoever looks at a page goes before what is worked out beside it.
  const kept = {
    worker: Array.from({ length: workers }, () =>
      keepRunning('worker', () => start(worker, standsBack || WORKER_STANDS_BACK)),
    ),
    web: Array.from({ length: webs }, (_, index) =>
      keepRunning('web', () => start(web, standsBack, { HOST: host, PORT: `${port + index}` })),
    ),
  };
  const all = [...kept.worker, ...kept.web];
  const stop = async () => {
    await Promise.all(all.map((one) => one.stop()));
  };
  const ended = Promise.race(all.map((one) => one.ended));
  try {
    for (let index = 0; index < webs; index++)
      await Promise.race([waitUntilAnswered(`http://${HOST}:${port + index}`), ended]);
  } catch (error) {
    await stop();
    throw error;
  }
  for (const one of all) one.isUp();
  const pids = (kind) => kept[kind].map((one) => one.pid());
  return { address, said, pids, ended, stop };
}

/** A drawing is waited for, too: on a busy machine a worker that lets everybody go first never comes to it. */
const WORKER_STANDS_BACK = 5;

async function waitUntilAnswered(address) {
  const deadline = performance.now() + READY_PATIENCE_MS;
  while (performance.now() < deadline) {
    const answer = await fetch(`${address}/sign-in`).catch(() => undefined);
    if (answer?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  throw new PlainError(`The web process did not answer within ${READY_PATIENCE_MS / 1000} seconds.`);
}
