import { HOST, requireFreePort, startApp } from './app.mjs';
import { portOf, takeLock, untilInterrupted } from './lock.mjs';
import { startPostgres } from './postgres.mjs';
import { say } from './say.mjs';
import { setUp } from './setup.mjs';

/**
 * Brings the application up, and down again at Ctrl-C.
 * @param options `forTests`: with the packages of the checks; `prepare()`: what has to be made first; `appOptions(database)`: of `startApp`, for
 * the database server; `greeting(address)`: what to say when it runs.
 */
export async function serve({ forTests = false, prepare, appOptions, greeting }) {
  const port = portOf(process.env.PORT, 3000);
  const interrupted = untilInterrupted();
  await setUp({ forTests });
  const stops = [takeLock(`http://${HOST}:${port}`)];
  try {
    await requireFreePort(port);
    await prepare();
    const database = await startPostgres();
    stops.push(database.stop);
    const app = await startApp({ port, ...(await appOptions(database)) });
    stops.push(app.stop);
    say(greeting(app.address));
    if (app.said) say(app.said);
    await Promise.race([interrupted, app.ended]);
    say('\nStopping …');
  } finally {
    while (stops.length > 0) await stops.pop()();
  }
}
