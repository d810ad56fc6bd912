import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { freePort, startApp } from './app.mjs';
import { bundleServer, ensureBuild } from './build.mjs';
import { compileChecks } from './compile-checks.mjs';
import { copyDatabase, freshDatabase, startPostgres } from './postgres.mjs';
import { runToEnd } from './process.mjs';
import { PlainError } from './say.mjs';
import { sessionSecret } from './setup.mjs';
import { RESULTS, readJson, runLogged } from './suite.mjs';

/** Databases that suites copy. The names stand in tests/support/own-database.ts as well. */
const TEMPLATE = 'template_of_checks';
const DEMO_TEMPLATE = 'template_of_pages';
/** Jest, as the checks want it: packages as the server has them, and places in the source instead of the compiled file. */
export const JEST = ['--conditions=react-server', '--enable-source-maps', 'node_modules/jest/bin/jest.js'];
/** Each with an application, and so a school, of its own. */
const PAGE_WORKERS = 2;

let server;
/** One PostgreSQL for all suites of this run. */
const postgres = () => {
  server ??= startPostgres();
  return server;
};

/**
 * The sound of the simulated microphone comes in real time, and a busy machine drops pieces of it: all others let it go first, the build
 * excepted, for which it waits; pages, which have a few seconds for each answer, go before what has all the time in the world.
 */
const PAGES_STAND_BACK = { standsBack: 5 };
const STANDS_BACK = { standsBack: 10 };

async function migrated(name, demo = false) {
  const databaseUrl = await freshDatabase(await postgres(), name);
  const env = {
    ...process.env,
    DATABASE_URL: databaseUrl,
    SESSION_SECRET: sessionSecret(),
    MEVLO_ADDRESS: 'http://127.0.0.1:3000',
    // Checks know every take of the short demo.
    MEVLO_DEMO_TERM: '0',
  };
  await bundleServer();
  await runToEnd(process.execPath, ['dist/migrate.mjs'], { env, quiet: true });
  if (demo) await runToEnd(process.execPath, ['dist/seed.mjs'], { env, quiet: true });
  return env;
}

/** @param project of jest.config.mjs. */
async function jest(project, patterns, log, env = process.env) {
  await compileChecks();
  const results = join(RESULTS, `${project}.json`);
  rmSync(results, { force: true });
  const args = ['--selectProjects', project, '--json', `--outputFile=${results}`];
  const wanted = patterns.length > 0 ? ['--testPathPatterns', patterns.join('|')] : [];
  const outcome = () => {
    const found = readJson(results);
    return {
      counts: {
        passed: found?.numPassedTests ?? 0,
        failed: (found?.numFailedTests ?? 0) + (found?.numRuntimeErrorTestSuites ?? 0),
      },
      triedAgain: [],
    };
  };
  await withOutcome(outcome, () =>
    runLogged(process.execPath, [...JEST, ...args, ...wanted], log, { ...STANDS_BACK, env }),
  );
  return outcome();
}

/** @param project of playwright.config.ts. */
async function playwright(project, patterns, log, { workers, env, ...options }) {
  const results = join(RESULTS, `${project}.json`);
  rmSync(results, { force: true });
  const outcome = () => {
    const found = readJson(results);
    return {
      counts: {
        passed: (found?.stats?.expected ?? 0) + (found?.stats?.flaky ?? 0),
        failed: found?.stats?.unexpected ?? 0,
      },
      triedAgain: found ? flakyIn(found) : [],
    };
  };
  const args = ['playwright', 'test', `--project=${project}`, `--workers=${workers}`, ...patterns];
  await withOutcome(outcome, () =>
    runLogged('npx', args, log, { ...options, env: { ...env, RESULTS_FILE: results } }),
  );
  return outcome();
}

const flakyIn = ({ suites }) =>
  suites.flatMap(({ specs = [], suites: inner = [] }) => [
    ...specs.filter(({ tests }) => tests.some(({ status }) => status === 'flaky')).map(({ title }) => title),
    ...flakyIn({ suites: inner }),
  ]);

/** A suite that fails still says how many checks passed. */
async function withOutcome(outcome, work) {
  try {
    await work();
  } catch (error) {
    if (error instanceof PlainError) error.outcome = outcome();
    throw error;
  }
}

/** Applications with demo data, one a worker, each on a copy of the same database. */
async function withApps(count, names, options, work) {
  const server = await postgres();
  const apps = await Promise.all(
    Array.from({ length: count }, async (_, index) => {
      const databaseUrl = await copyDatabase(server, `${names}_${index}`, DEMO_TEMPLATE);
      const app = await startApp({
        databaseUrl,
        port: await freePort(),
        demo: true,
        seeded: true,
        ...options,
      });
      running.add(app);
      return { ...app, databaseUrl };
    }),
  );
  try {
    return await work({
      ...process.env,
      SESSION_SECRET: sessionSecret(),
      MEVLO_ADDRESSES: apps.map(({ address }) => address).join(' '),
      DATABASE_URLS: apps.map(({ databaseUrl }) => databaseUrl).join(' '),
    });
  } finally {
    await Promise.all(apps.map(({ stop }) => stop()));
  }
}

let demo;
/** The demo data, made once. */
const demoTemplate = () => {
  demo ??= migrated(DEMO_TEMPLATE, true);
  return demo;
};

const running = new Set();

/** Ends what the suites have started: applications, then the database they use. */
export async function stopAll() {
  await Promise.all([...running].map(({ stop }) => stop()));
  await (await server)?.stop();
}

/** Run when all others are through: what is heard and seen in a browser must not wait for a machine that is busy with something else. */
export const LAST = ['pages', 'microphone'];

export const SUITES = {
  build: { run: () => ensureBuild() },
  unit: { run: (patterns, log) => jest('unit', patterns, log) },
  database: {
    run: async (patterns, log) => {
      const [{ adminUrl, url }, env] = await Promise.all([postgres(), migrated(TEMPLATE)]);
      return jest('database', patterns, log, { ...env, MEVLO_TEST_SERVER: adminUrl, MEVLO_TEST_URL: url });
    },
  },
  command: {
    run: async (patterns, log) => {
      await ensureBuild();
      return jest('command', patterns, log);
    },
  },
  style: {
    run: async (_, log) => {
      await runLogged('npx', ['tsc', '--noEmit'], log, STANDS_BACK);
      await runLogged('npx', ['biome', 'check', '--error-on-warnings', '.'], log, STANDS_BACK);
    },
  },
  pages: {
    run: async (patterns, log) => {
      await Promise.all([ensureBuild(), demoTemplate()]);
      return withApps(PAGE_WORKERS, 'pages', PAGES_STAND_BACK, (env) =>
        playwright('pages', patterns, log, { workers: PAGE_WORKERS, env, ...PAGES_STAND_BACK }),
      );
    },
  },
  microphone: {
    run: async (patterns, log) => {
      await Promise.all([ensureBuild(), demoTemplate()]);
      return withApps(1, 'microphone', {}, (env) =>
        playwright('microphone', patterns, log, { workers: 1, env }),
      );
    },
  },
};
