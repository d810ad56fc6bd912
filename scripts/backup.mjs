// Writes everything into one encrypted file: npm run backup -- --out FOLDER-OR-FILE [--recipient age1…]
import { existsSync, mkdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { writeBackup } from './lib/backup.mjs';
import { connected, withDatabase } from './lib/postgres.mjs';
import { PlainError, run, say } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

await run(async () => {
  const { values } = parseArgs({ options: { out: { type: 'string' }, recipient: { type: 'string' } } });
  const recipient = values.recipient ?? process.env.MEVLO_BACKUP_RECIPIENT;
  const out = values.out ?? process.env.MEVLO_BACKUPS;
  if (!out || !recipient)
    throw new PlainError(
      'Say where to and for whom: npm run backup -- --out /srv/backups --recipient age1… (a key is made with "age-keygen -o key.txt"; keep key.txt elsewhere).',
    );
  await setUp({ forBackup: true });
  const isFolder = existsSync(out) ? statSync(out).isDirectory() : !out.endsWith('.age');
  if (isFolder) mkdirSync(out, { recursive: true, mode: 0o700 });
  const at = new Date();
  const name = `mevlo-${at.toISOString().slice(0, 19).replaceAll(':', '-')}.age`;
  const path = isFolder ? join(out, name) : out;
  await withDatabase(async (url) => {
    const bytes = await writeBackup(url, recipient, path);
    await connected(url, (client) =>
      client.query(
        `insert into setting (name, value) values ('last-backup', $1) on conflict (name) do update set value = excluded.value`,
        [at.toISOString()],
      ),
    );
    say(`${path}, ${(bytes / 1e6).toFixed(1)} MB`);
  });
});
process.exit(process.exitCode ?? 0);
