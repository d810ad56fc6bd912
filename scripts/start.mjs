// Brings up the whole application with demo data: npm start
import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { DATA, ROOT } from './lib/paths.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { isAlive, runTypeScript, stopChild } from './lib/process.mjs';
import { PlainError, run, say } from './lib/say.mjs';
import { sessionSecret, setUp } from './lib/setup.mjs';

const HOST = '127.0.0.1';
const LOCK = join(DATA, 'running');
const READY_PATIENCE_MS = 60_000;

await run(async () => {
  const port = Number(process.env.PORT ?? 3000);
  if (!Number.isInteger(port) || port < 1 || port > 65535) throw new PlainError(`PORT must be 1–65535, got "${process.env.PORT}".`);
  const address = `http://${HOST}:${port}`;
  await setUp();
  takeLock(address);
  const stops = [() => rmSync(LOCK, { force: true })];
  const stopAll = async () => {
    while (stops.length > 0) await stops.pop()();
  };
  try {
    await requireFreePort(port);
    const { ensureBuild } = await import('./lib/build.mjs');
    await ensureBuild();
    const database = await startPostgres();
    stops.push(database.stop);
    const env = {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: database.url,
      SESSION_SECRET: sessionSecret(),
      MEVLO_ADDRESS: address,
      MEVLO_DEMO: process.env.MEVLO_DEMO ?? '1',
      NEXT_TELEMETRY_DISABLED: '1',
    };
    await runTypeScript('src/server/db/migrate.ts', [], { env });
    if (env.MEVLO_DEMO === '1') await runTypeScript('src/server/demo/seed.ts', [], { env });
    const children = startProcesses(env, port);
    for (const child of children) stops.push(() => stopChild(child));
    await Promise.race([waitUntilAnswered(address), ...children.map(failure)]);
    say(`\nMevlo is running at ${address}   (Ctrl-C stops it)`);
    await Promise.race([interrupted(), ...children.map(failure)]);
    say('\nStopping …');
  } finally {
    await stopAll();
  }
  process.exit(process.exitCode ?? 0);
});

/** One start per data folder. A lock whose process is gone is taken over. */
function takeLock(address) {
  if (existsSync(LOCK)) {
    const [pid, where] = readFileSync(LOCK, 'utf8').split('\n');
    if (isAlive(Number(pid)) && isStartScript(Number(pid))) {
      throw new PlainError(`Mevlo is already running at ${where} (process ${pid}). Stop it there with Ctrl-C first.`);
    }
    say('An earlier run ended without cleaning up; its lock was removed.');
  }
  writeFileSync(LOCK, `${process.pid}\n${address}\n`);
}

function isStartScript(pid) {
  const path = `/proc/${pid}/cmdline`;
  return !existsSync(path) || readFileSync(path, 'utf8').includes('start.mjs');
}

function requireFreePort(port) {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on('error', (error) => {
      const reason = error.code === 'EADDRINUSE' ? 'is used by another program' : `cannot be used (${error.code})`;
      reject(new PlainError(`Port ${port} ${reason}. Start with another one: PORT=${port + 1} npm start`));
    });
    probe.listen(port, HOST, () => probe.close(resolve));
  });
}

function startProcesses(env, port) {
  // In groups of their own, so that Ctrl-C reaches this script alone and it can stop them in order.
  const options = { cwd: ROOT, env, stdio: ['ignore', 'inherit', 'inherit'], detached: true };
  return [
    spawn(process.execPath, ['dist/worker.mjs'], options),
    spawn(process.execPath, ['node_modules/next/dist/bin/next', 'start', '-H', HOST, '-p', `${port}`], {
      ...options,
      stdio: ['ignore', 'ignore', 'inherit'],
    }),
  ];
}

function failure(child) {
  return new Promise((_, reject) => {
    child.once('exit', (code, signal) => reject(new PlainError(`A process of Mevlo ended by itself (${signal ?? `exit ${code}`}); see the lines above.`)));
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

function interrupted() {
  return new Promise((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.once(signal, resolve);
  });
}
