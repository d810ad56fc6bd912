// Every check of the project: npm test
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { freePort, startApp } from './lib/app.mjs';
import { ROOT } from './lib/paths.mjs';
import { freshDatabase, startPostgres } from './lib/postgres.mjs';
import { runToEnd, runTypeScript } from './lib/process.mjs';
import { PlainError, run, say } from './lib/say.mjs';
import { sessionSecret, setUp } from './lib/setup.mjs';

const RESULTS = join(ROOT, 'test-results');

await run(async () => {
  await setUp({ forTests: true });
  rmSync(RESULTS, { recursive: true, force: true });
  mkdirSync(RESULTS);
  const { ensureBuild } = await import('./lib/build.mjs');
  await ensureBuild();
  say('Types and style …');
  await runToEnd('npx', ['tsc', '--noEmit'], { quiet: true });
  await runToEnd('npx', ['biome', 'check', '--error-on-warnings', '.'], { quiet: true });
  const database = await startPostgres();
  const failed = [];
  const counts = { passed: 0, failed: 0 };
  try {
    await attempt('unit, database and outside checks', failed, () => runJest(database.url));
    await attempt('browser checks', failed, () => runBrowser(database.url));
  } finally {
    await database.stop();
  }
  countJest(counts);
  countBrowser(counts);
  say(`\n${counts.passed} passed, ${counts.failed} failed`);
  if (failed.length > 0) throw new PlainError(`Failed: ${failed.join('; ')}.`);
  if (counts.passed === 0) throw new PlainError('No check was run.');
});
process.exit(process.exitCode ?? 0);

/** A failure of one kind of check does not hide the others. */
async function attempt(name, failed, work) {
  try {
    await work();
  } catch (error) {
    if (!(error instanceof PlainError)) throw error;
    failed.push(name);
  }
}

async function runJest(url) {
  const env = {
    ...process.env,
    DATABASE_URL: await freshDatabase(url, 'unit'),
    SESSION_SECRET: sessionSecret(),
    MEVLO_ADDRESS: 'http://127.0.0.1:3000',
  };
  await runTypeScript('src/server/db/migrate.ts', [], { env, quiet: true });
  await runToEnd('npx', ['jest', '--json', `--outputFile=${join(RESULTS, 'jest.json')}`], { env });
}

async function runBrowser(url) {
  const databaseUrl = await freshDatabase(url, 'app');
  const app = await startApp({ databaseUrl, port: await freePort(), demo: true });
  try {
    // One check kills a server of its own on the same data.
    const env = { ...process.env, MEVLO_ADDRESS: app.address, DATABASE_URL: databaseUrl };
    await runToEnd('npx', ['playwright', 'test'], { env });
  } finally {
    await app.stop();
  }
}

function readResults(name) {
  try {
    return JSON.parse(readFileSync(join(RESULTS, name), 'utf8'));
  } catch {
    return undefined;
  }
}

function countJest(counts) {
  const results = readResults('jest.json');
  counts.passed += results?.numPassedTests ?? 0;
  counts.failed += (results?.numFailedTests ?? 0) + (results?.numRuntimeErrorTestSuites ?? 0);
}

function countBrowser(counts) {
  const stats = readResults('browser.json')?.stats;
  counts.passed += (stats?.expected ?? 0) + (stats?.flaky ?? 0);
  counts.failed += stats?.unexpected ?? 0;
  if (stats?.flaky) say(`${stats.flaky} browser checks passed only when tried again: see above.`);
}
