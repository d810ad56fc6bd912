// How fast things are, measured and printed: npm run bench [-- check|files|foreign|study|app|bytes|desk|thresholds]
import { freePort, startApp } from './lib/app.mjs';
import { freshDatabase, startPostgres } from './lib/postgres.mjs';
import { runToEnd, runTypeScript } from './lib/process.mjs';
import { PlainError, run, say } from './lib/say.mjs';
import { sessionSecret, setUp } from './lib/setup.mjs';

const BENCHES = {
  check: benchCheck,
  files: () => runTypeScript('tests/bench/files.ts'),
  foreign: () => runTypeScript('tests/bench/foreign.ts'),
  study: () => runTypeScript('tests/bench/study.ts'),
  app: () => benchDemo('tests/bench/app.ts'),
  bytes: () => benchDemo('tests/bench/bytes.ts'),
  desk: benchDesk,
  thresholds: () => runTypeScript('tests/bench/thresholds.ts'),
};

await run(async () => {
  const asked = process.argv.slice(2);
  const unknown = asked.find((name) => !(name in BENCHES));
  if (unknown)
    throw new PlainError(`There is no bench "${unknown}"; there are ${Object.keys(BENCHES).join(', ')}.`);
  await setUp({ forTests: true });
  for (const name of asked.length > 0 ? asked : Object.keys(BENCHES)) {
    say(`\n${name}`);
    await BENCHES[name]();
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

/** On a school term in a database of its own: making it takes half an hour and is not part of what is measured. */
async function benchDesk() {
  await inDatabase('term', async (databaseUrl) => {
    const env = { ...process.env, DATABASE_URL: databaseUrl, SESSION_SECRET: sessionSecret() };
    const { bundleServer } = await import('./lib/build.mjs');
    await bundleServer();
    await runToEnd(process.execPath, ['dist/migrate.mjs'], { env });
    await runTypeScript('tests/bench/term.ts', [], { env });
    await withApp(databaseUrl, { demo: false }, (appEnv) =>
      runTypeScript('tests/bench/desk.ts', [], { env: appEnv }),
    );
  });
}

async function inDatabase(name, measure) {
  const { ensureBuild } = await import('./lib/build.mjs');
  await ensureBuild();
  const database = await startPostgres();
  try {
    await measure(await freshDatabase(database, name));
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
