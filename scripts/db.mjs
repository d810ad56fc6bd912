// Opens the development database: npm run db [-- -c 'select count(*) from take']
import { spawnSync } from 'node:child_process';
import { developmentDatabase, startPostgres } from './lib/postgres.mjs';
import { run } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

await run(async () => {
  await setUp({ forTests: true });
  const server = await startPostgres();
  try {
    const { status } = spawnSync('psql', [await developmentDatabase(server), ...process.argv.slice(2)], {
      stdio: 'inherit',
    });
    process.exitCode = status ?? 1;
  } finally {
    await server.stop();
  }
});
process.exit(process.exitCode ?? 0);
