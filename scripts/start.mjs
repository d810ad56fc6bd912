// Brings up the whole application with demo data: npm start
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { HOST, requireFreePort, startApp } from './lib/app.mjs';
import { DATA } from './lib/paths.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { isAlive } from './lib/process.mjs';
import { PlainError, run, say } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

const LOCK = join(DATA, 'running');

await run(async () => {
  const port = Number(process.env.PORT ?? 3000);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new PlainError(`PORT must be 1–65535, got "${process.env.PORT}".`);
  const interrupted = untilInterrupted();
  await setUp();
  takeLock(`http://${HOST}:${port}`);
  const stops = [() => rmSync(LOCK, { force: true })];
  try {
    await requireFreePort(port);
    const { ensureBuild } = await import('./lib/build.mjs');
    await ensureBuild();
    const database = await startPostgres();
    stops.push(database.stop);
    const app = await startApp({ databaseUrl: database.url, port, demo: process.env.MEVLO_DEMO !== '0' });
    stops.push(app.stop);
    say(`\nMevlo is running at ${app.address}   (Ctrl-C stops it)`);
    await Promise.race([interrupted, app.ended]);
    say('\nStopping …');
  } finally {
    while (stops.length > 0) await stops.pop()();
  }
});
process.exit(process.exitCode ?? 0);

/** One start per data folder. A lock whose process is gone is taken over. */
function takeLock(address) {
  if (existsSync(LOCK)) {
    const [pid, where] = readFileSync(LOCK, 'utf8').split('\n');
    if (isAlive(Number(pid)) && isStartScript(Number(pid))) {
      throw new PlainError(
        `Mevlo is already running at ${where} (process ${pid}). Stop it there with Ctrl-C first.`,
      );
    }
    say('An earlier run ended without cleaning up; its lock was removed.');
  }
  writeFileSync(LOCK, `${process.pid}\n${address}\n`);
}

function isStartScript(pid) {
  const path = `/proc/${pid}/cmdline`;
  return !existsSync(path) || readFileSync(path, 'utf8').includes('start.mjs');
}

function untilInterrupted() {
  return new Promise((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.once(signal, resolve);
  });
}
