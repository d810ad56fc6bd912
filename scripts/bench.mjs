// How fast things are, measured and printed: npm run bench [-- check|files|study|app]
import { freePort, startApp } from './lib/app.mjs';
import { freshDatabase, startPostgres } from './lib/postgres.mjs';
import { runToEnd, runTypeScript } from './lib/process.mjs';
import { PlainError, run, say } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

const BENCHES = {
  check: benchCheck,
  files: () => runTypeScript('tests/bench/files.ts'),
  study: () => runTypeScript('tests/bench/study.ts'),
  app: benchApp,
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
async function benchApp() {
  const { ensureBuild } = await import('./lib/build.mjs');
  await ensureBuild();
  const database = await startPostgres();
  try {
    const databaseUrl = await freshDatabase(database.url, 'bench');
    const app = await startApp({ databaseUrl, port: await freePort(), demo: true });
    try {
      const env = { ...process.env, MEVLO_ADDRESS: app.address, DATABASE_URL: databaseUrl };
      await runTypeScript('tests/bench/app.ts', [], { env });
    } finally {
      await app.stop();
    }
  } finally {
    await database.stop();
  }
}
