// Listens ahead to the demo's takes (demo/term), so that the first start need not: npm run keep-demo
import { bundleServer } from './lib/build.mjs';
import { freshDatabase, startPostgres } from './lib/postgres.mjs';
import { runToEnd } from './lib/process.mjs';
import { run } from './lib/say.mjs';
import { sessionSecret, setUp } from './lib/setup.mjs';

await run(async () => {
  await setUp();
  const server = await startPostgres();
  try {
    const env = {
      ...process.env,
      DATABASE_URL: await freshDatabase(server, 'keep_demo'),
      SESSION_SECRET: sessionSecret(),
      MEVLO_ADDRESS: 'http://127.0.0.1:3000',
      MEVLO_KEEP_DEMO: '1',
    };
    await bundleServer();
    for (const script of ['dist/migrate.mjs', 'dist/seed.mjs'])
      await runToEnd(process.execPath, [script], { env });
  } finally {
    await server.stop();
  }
});
process.exit(process.exitCode ?? 0);
