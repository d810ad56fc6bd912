// Fills an empty database from a backup: npm run restore -- FILE --identity key.txt
import { parseArgs } from 'node:util';
import { readBackup } from './lib/backup.mjs';
import { connected, withDatabase } from './lib/postgres.mjs';
import { PlainError, run, say } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

await run(async () => {
  const { values, positionals } = parseArgs({
    options: { identity: { type: 'string' } },
    allowPositionals: true,
  });
  const [path] = positionals;
  if (!path || !values.identity)
    throw new PlainError(
      'Say which backup, and the file with its key: npm run restore -- mevlo-….age --identity key.txt',
    );
  await setUp({ forBackup: true });
  await withDatabase(async (url) => {
    const { rowCount } = await connected(url, (client) =>
      client.query(
        "select from information_schema.tables where table_schema in ('public', 'pgboss') limit 1",
      ),
    );
    if (rowCount > 0)
      throw new PlainError(
        'The database is not empty: nothing is overwritten. Give the restore an empty folder (MEVLO_DATA=…) or an empty database (DATABASE_URL=…).',
      );
    await readBackup(url, values.identity, path);
    say('Everything is back. Start Mevlo on it as usual.');
  });
});
process.exit(process.exitCode ?? 0);
