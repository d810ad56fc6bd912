// The application while it is being written: pages and worker start anew when a file changes. npm run dev
import { HOST, requireFreePort, startApp } from './lib/app.mjs';
import { portOf, takeLock, untilInterrupted } from './lib/lock.mjs';
import { developmentDatabase, startPostgres } from './lib/postgres.mjs';
import { run, say } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

await run(async () => {
  const port = portOf(process.env.PORT, 3000);
  const interrupted = untilInterrupted();
  await setUp({ forTests: true });
  const stops = [takeLock(`http://${HOST}:${port}`)];
  try {
    await requireFreePort(port);
    const { bundleForBrowser } = await import('./lib/build.mjs');
    await bundleForBrowser('development');
    const database = await startPostgres();
    stops.push(database.stop);
    const databaseUrl = await developmentDatabase(database.url);
    const app = await startApp({ databaseUrl, port, demo: true, isDevelopment: true });
    stops.push(app.stop);
    say(`\nMevlo is being written at ${app.address}   (Ctrl-C stops it; npm run db opens its database)`);
    await Promise.race([interrupted, app.ended]);
    say('\nStopping …');
  } finally {
    while (stops.length > 0) await stops.pop()();
  }
});
process.exit(process.exitCode ?? 0);
