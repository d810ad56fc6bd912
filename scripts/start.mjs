// Brings up the whole application with demo data: npm start
import { HOST, requireFreePort, startApp } from './lib/app.mjs';
import { portOf, takeLock, untilInterrupted } from './lib/lock.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { run, say } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

await run(async () => {
  const port = portOf(process.env.PORT, 3000);
  const interrupted = untilInterrupted();
  await setUp();
  const stops = [takeLock(`http://${HOST}:${port}`)];
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
