import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { ROOT } from './paths.mjs';
import { runToEnd, standBack, stopChild } from './process.mjs';
import { PlainError } from './say.mjs';
import { sessionSecret } from './setup.mjs';

export const HOST = '127.0.0.1';
const READY_PATIENCE_MS = 60_000;

/** What Node runs. */
const BUILT = {
  migrate: ['dist/migrate.mjs'],
  seed: ['dist/seed.mjs'],
  worker: ['dist/worker.mjs'],
  web: ['dist/web.mjs'],
};
const FROM_SOURCE = {
  migrate: ['--import', 'tsx', 'src/server/db/migrate.ts'],
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

/**
 * Brings the database up to date and starts the web and the worker process.
 * @param options `demo`: with made-up people, who are `seeded` now unless they are there; `standsBack`: by so much (1–19) others go first on a busy
 * machine; `isDevelopment`: from the source, and anew when it changes, instead of what was built.
 * @returns `address`; `ended`, a promise that rejects when one of them ends by itself; and `stop()`.
 */
export async function startApp({
  databaseUrl,
  port,
  demo,
  seeded = false,
  standsBack = 0,
  isDevelopment = false,
}) {
  const address = `http://${HOST}:${port}`;
  const env = {
    ...process.env,
    NODE_ENV: isDevelopment ? 'development' : 'production',
    DATABASE_URL: databaseUrl,
    SESSION_SECRET: sessionSecret(),
    MEVLO_ADDRESS: address,
    MEVLO_DEMO: demo ? '1' : '0',
    NEXT_TELEMETRY_DISABLED: '1',
  };
  const { migrate, seed, worker, web } = isDevelopment ? FROM_SOURCE : BUILT;
  if (!seeded) await runToEnd(process.execPath, migrate, { env, quiet: true });
  if (demo && !seeded) await runToEnd(process.execPath, seed, { env });
  // In groups of their own, so that Ctrl-C reaches the script alone and it can stop them in order.
  const options = { cwd: ROOT, env, detached: true };
  const children = [
    spawn(process.execPath, worker, { ...options, stdio: ['ignore', 'inherit', 'inherit'] }),
    spawn(process.execPath, web, {
      ...options,
      env: { ...env, HOST, PORT: `${port}` },
      stdio: ['ignore', 'ignore', 'inherit'],
    }),
  ];
  if (standsBack > 0) for (const child of children) standBack(child, standsBack);
  const stop = async () => {
    await Promise.all(children.map((child) => stopChild(child)));
  };
  const ended = Promise.race(children.map(failure));
  try {
    await Promise.race([waitUntilAnswered(address), ended]);
  } catch (error) {
    await stop();
    throw error;
  }
  return { address, ended, stop };
}

function failure(child) {
  return new Promise((_, reject) => {
    child.once('exit', (code, signal) => {
      reject(
        new PlainError(
          `A process of Mevlo ended by itself (${signal ?? `exit ${code}`}); see the lines above.`,
        ),
      );
    });
  });
}

async function waitUntilAnswered(address) {
  const deadline = Date.now() + READY_PATIENCE_MS;
  while (Date.now() < deadline) {
    const answer = await fetch(`${address}/sign-in`).catch(() => undefined);
    if (answer?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  throw new PlainError(`The web process did not answer within ${READY_PATIENCE_MS / 1000} seconds.`);
}
