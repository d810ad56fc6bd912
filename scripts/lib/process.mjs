import { spawn } from 'node:child_process';
import { existsSync, writeFileSync } from 'node:fs';
import { setPriority } from 'node:os';
import { ROOT } from './paths.mjs';
import { PlainError } from './say.mjs';

/** A process that ends with this code has said in its own words why: what it was given does not fit. Source: EX_CONFIG of sysexits.h. */
const SAID_CODE = 78;

/**
 * Runs a command to its end.
 * @param options `quiet`: keep its output to itself unless it fails; `standsBack`: by so much (1–19) it and its children let others go
 * first on a busy machine; the rest goes to `spawn`.
 * @throws PlainError with the end of its output when it fails.
 */
export function runToEnd(command, args, { quiet = false, standsBack = 0, ...options } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      detached: standsBack > 0,
      stdio: quiet ? ['ignore', 'pipe', 'pipe'] : 'inherit',
      ...options,
    });
    if (standsBack > 0) standBack(child, standsBack);
    let output = '';
    child.stdout?.on('data', (chunk) => (output += chunk));
    child.stderr?.on('data', (chunk) => (output += chunk));
    const endWithUs = () => process.kill(-child.pid);
    if (standsBack > 0) process.once('exit', endWithUs);
    child.once('exit', () => process.off('exit', endWithUs));
    child.on('error', (error) =>
      reject(new PlainError(`${command} could not be run (${error.code ?? error.message}).`)),
    );
    child.on('close', (code) => {
      if (code === 0) resolve(output);
      else if (code === SAID_CODE) reject(new PlainError(output.trim()));
      else if (/No space left on device|ENOSPC/.test(output))
        reject(new PlainError('The disk is full: free some space and start again.'));
      else
        reject(
          new PlainError(`"${command} ${args.join(' ')}" failed (exit ${code}).\n${output.slice(-3000)}`),
        );
    });
  });
}

/** A detached child, and what it starts from now on in its session, lets others go first on a busy machine. @param by 1–19 */
export function standBack({ pid }, by) {
  if (pid === undefined) return;
  setPriority(pid, by);
  // Linux may share time between sessions first, and only then between the processes of one.
  const rankOfSession = `/proc/${pid}/autogroup`;
  if (existsSync(rankOfSession)) writeFileSync(rankOfSession, `${by}`);
}

/** Runs a TypeScript file of the project. */
export function runTypeScript(file, args = [], options = {}) {
  return runToEnd(process.execPath, ['--import', 'tsx', file, ...args], options);
}

export function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** Asks a child to end, and waits; after `patienceMs` it is made to. */
export function stopChild(child, signal = 'SIGTERM', patienceMs = 8000) {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    const force = setTimeout(() => child.kill('SIGKILL'), patienceMs);
    child.once('exit', () => {
      clearTimeout(force);
      resolve();
    });
    child.kill(signal);
  });
}
