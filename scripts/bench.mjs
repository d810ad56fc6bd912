// How fast and how sound things are, measured and printed: npm run bench [-- check|files|foreign|study|app|bytes|desk|first-steps|thresholds|coach|stand|hostile|faults|class [--option value]]
import { chmodSync, ftruncateSync, mkdtempSync, openSync, rmdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort, startApp } from './lib/app.mjs';
import { addressOf, freshDatabase, startPostgres } from './lib/postgres.mjs';
import { runToEnd, runTypeScript } from './lib/process.mjs';
import { PlainError, run, say } from './lib/say.mjs';
import { sessionSecret, setUp } from './lib/setup.mjs';

const SMALL_DISK_MB = 1200;

const BENCHES = {
  check: benchCheck,
  files: () => runTypeScript('tests/bench/files.ts'),
  foreign: () => runTypeScript('tests/bench/foreign.ts'),
  study: () => runTypeScript('tests/bench/study.ts'),
  app: () => benchDemo('tests/bench/app.ts'),
  bytes: () => benchDemo('tests/bench/bytes.ts'),
  desk: benchDesk,
  'first-steps': () =>
    inDatabase('first', (databaseUrl) =>
      withApp(databaseUrl, { demo: false }, (env) =>
        runTypeScript('tests/bench/first-steps.ts', [], { env }),
      ),
    ),
  thresholds: () => runTypeScript('tests/bench/thresholds.ts'),
  coach: () => runTypeScript('tests/bench/coach.ts'),
  stand: () => benchDemo('tests/bench/stand.ts'),
  hostile: (given) =>
    inDatabase('hostile', (databaseUrl) =>
      withApp(databaseUrl, { demo: true }, (env) =>
        runTypeScript('tests/bench/hostile.ts', given, {
          env: benchEnv({ ...env, SESSION_SECRET: sessionSecret() }),
        }),
      ),
    ),
  faults: benchFaults,
  class: benchClass,
};

await run(async () => {
  const options = process.argv.slice(2).findIndex((one) => one.startsWith('--'));
  const [asked, given] =
    options < 0
      ? [process.argv.slice(2), []]
      : [process.argv.slice(2, 2 + options), process.argv.slice(2 + options)];
  const unknown = asked.find((name) => !(name in BENCHES));
  if (unknown)
    throw new PlainError(`There is no bench "${unknown}"; there are ${Object.keys(BENCHES).join(', ')}.`);
  await setUp({ forTests: true, forBenches: true });
  for (const name of asked.length > 0 ? asked : Object.keys(BENCHES)) {
    say(`\n${name}`);
    await BENCHES[name](given);
  }
});
process.exit(process.exitCode ?? 0);

/** Bundled as the worker process is: that is what runs in production. */
async function benchCheck() {
  const { bundleForNode } = await import('./lib/build.mjs');
  await bundleForNode('src/cli/bench.ts', 'dist/bench.mjs');
  await runToEnd(process.execPath, ['dist/bench.mjs']);
}

/** In a database of its own, with the whole application in production mode. */
async function benchDemo(file) {
  await inDatabase('bench', (databaseUrl) =>
    withApp(databaseUrl, { demo: true }, (env) => runTypeScript(file, [], { env })),
  );
}

/** On a school term in a database of its own, which half an hour of playing makes; `--again` measures on the one that was made last. */
async function benchDesk(given) {
  const isAgain = given.includes('--again');
  const within = isAgain ? inDatabaseOfBefore : inDatabase;
  await within('term', async (databaseUrl) => {
    const env = { ...process.env, DATABASE_URL: databaseUrl, SESSION_SECRET: sessionSecret() };
    const { bundleServer } = await import('./lib/build.mjs');
    await bundleServer();
    await runToEnd(process.execPath, ['dist/migrate.mjs'], { env });
    if (!isAgain) await runTypeScript('tests/bench/term.ts', [], { env });
    await withApp(databaseUrl, { demo: false }, (appEnv) =>
      runTypeScript('tests/bench/desk.ts', [], { env: appEnv }),
    );
  });
}

/** On a small disk of its own, with everything that breaks breaking. */
async function benchFaults(given) {
  const { ensureBuild } = await import('./lib/build.mjs');
  await ensureBuild();
  await onSmallDisk((folder) =>
    runTypeScript('tests/bench/faults.ts', given, { env: benchEnv({ MEVLO_DATA: folder }) }),
  );
}

/** A class that hands in at the same moment, with the defaults; and over several processes, one of each killed in the middle. */
async function benchClass(given) {
  const { ensureBuild } = await import('./lib/build.mjs');
  await ensureBuild();
  const folder = mkdtempSync(join(tmpdir(), 'mevlo-class-'));
  chmodSync(folder, 0o755);
  try {
    await runTypeScript('tests/bench/class.ts', given, { env: benchEnv({ MEVLO_DATA: folder }) });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

function benchEnv(more) {
  return {
    ...process.env,
    ...more,
    TSX_TSCONFIG_PATH: 'tests/tsconfig.json',
    NODE_OPTIONS: '--conditions=react-server',
  };
}

/** A real file system that can be full, mounted while it is used. @throws PlainError unless root, who alone may mount. */
async function onSmallDisk(work) {
  if (process.getuid?.() !== 0) throw new PlainError('Only root can mount the small disk that this needs.');
  const folder = mkdtempSync(join(tmpdir(), 'mevlo-disk-'));
  const image = `${folder}.img`;
  ftruncateSync(openSync(image, 'w'), SMALL_DISK_MB * 1_000_000);
  await runToEnd('mkfs.ext4', ['-q', image], { quiet: true });
  await runToEnd('mount', ['-o', 'loop', image, folder], { quiet: true });
  chmodSync(folder, 0o755);
  try {
    await work(folder);
  } finally {
    await runToEnd('umount', ['-l', folder], { quiet: true });
    rmSync(image);
    rmdirSync(folder);
  }
}

function inDatabase(name, measure) {
  return inDatabaseBy((server) => freshDatabase(server, name), measure);
}

/** As an earlier bench left it. */
function inDatabaseOfBefore(name, measure) {
  return inDatabaseBy((server) => addressOf(server, name), measure);
}

async function inDatabaseBy(addressOn, measure) {
  const { ensureBuild } = await import('./lib/build.mjs');
  await ensureBuild();
  const database = await startPostgres();
  try {
    await measure(await addressOn(database));
  } finally {
    await database.stop();
  }
}

async function withApp(databaseUrl, { demo }, measure) {
  const app = await startApp({ databaseUrl, port: await freePort(), demo });
  try {
    await measure({ ...process.env, MEVLO_ADDRESS: app.address, DATABASE_URL: databaseUrl });
  } finally {
    await app.stop();
  }
}
