import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { DATA } from './paths.mjs';
import { isAlive } from './process.mjs';
import { PlainError, say } from './say.mjs';

const LOCK = join(DATA, 'running');

/**
 * One start per data folder. A lock whose process is gone is taken over.
 * @returns what gives it free again.
 * @throws PlainError when Mevlo runs already.
 */
export function takeLock(address) {
  if (existsSync(LOCK)) {
    const [pid, where] = readFileSync(LOCK, 'utf8').split('\n');
    if (isAlive(Number(pid)) && isOneOfOurs(Number(pid))) {
      throw new PlainError(
        `Mevlo is already running at ${where} (process ${pid}). Stop it there with Ctrl-C first.`,
      );
    }
    say('An earlier run ended without cleaning up; its lock was removed.');
  }
  writeFileSync(LOCK, `${process.pid}\n${address}\n`);
  return () => rmSync(LOCK, { force: true });
}

function isOneOfOurs(pid) {
  const path = `/proc/${pid}/cmdline`;
  return !existsSync(path) || /(start|dev)\.mjs/.test(readFileSync(path, 'utf8'));
}

/** @throws PlainError when PORT is no port. */
export function portOf(given, usual) {
  const port = Number(given ?? usual);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new PlainError(`PORT must be 1–65535, got "${given}".`);
  return port;
}

export function untilInterrupted() {
  return new Promise((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.once(signal, resolve);
  });
}
