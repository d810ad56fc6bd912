import { closeSync, openSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './paths.mjs';
import { runToEnd } from './process.mjs';
import { PlainError, say } from './say.mjs';

export const RESULTS = join(ROOT, 'test-results');
const NOTHING = { counts: { passed: 0, failed: 0 }, triedAgain: [] };

/**
 * Runs suites beside each other, those of `last` after all others. Each writes into a file of its own, which is shown whole when the suite fails: lines of several
 * suites would be no use mixed.
 * @param suites by name: `run(patterns, log)`, which resolves with counts.
 */
export async function runTogether(suites, last, patterns) {
  const runOne = async (name, { run }) => {
    const log = join(RESULTS, `${name}.log`);
    rmSync(log, { force: true });
    const start = Date.now();
    let outcome = NOTHING;
    let problem;
    try {
      outcome = (await run(patterns, log)) ?? NOTHING;
    } catch (error) {
      if (!(error instanceof PlainError)) throw error;
      outcome = error.outcome ?? NOTHING;
      problem = error.message;
    }
    const seconds = (Date.now() - start) / 1000;
    say(`${problem ? 'FAILED' : 'passed'}  ${name}, ${Math.round(seconds)} s`);
    if (problem) say(`${problem}\n${textOf(log)}`);
    return { name, seconds, isRight: problem === undefined, ...outcome };
  };
  const results = [];
  for (const isLast of [false, true]) {
    const now = Object.entries(suites).filter(([name]) => last.includes(name) === isLast);
    results.push(...(await Promise.all(now.map(([name, suite]) => runOne(name, suite)))));
  }
  return results;
}

function textOf(log) {
  try {
    return readFileSync(log, 'utf8');
  } catch (error) {
    if (error.code === 'ENOENT') return '';
    throw error;
  }
}

/** Runs a command whose output goes to a file. */
export async function runLogged(command, args, log, options = {}) {
  const file = openSync(log, 'a');
  try {
    await runToEnd(command, args, { ...options, stdio: ['ignore', file, file] });
  } finally {
    closeSync(file);
  }
}

export function readJson(path) {
  try {
    return JSON.parse(readFileSync(path, 'utf8'));
  } catch (error) {
    if (error.code === 'ENOENT') return undefined;
    throw error;
  }
}
