// One process of an installation, for a service manager: npm run start:web, npm run start:worker. It uses a database that is there,
// brings it up to date, and ends when it is told to; docs/operating.md says what must be set.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { BUILT, migrateDatabase } from './lib/app.mjs';
import { ROOT } from './lib/paths.mjs';
import { PlainError, run, say } from './lib/say.mjs';

const kind = process.argv[2];

await run(async () => {
  if (kind !== 'web' && kind !== 'worker') throw new PlainError('Start "web" or "worker".');
  for (const name of ['DATABASE_URL', 'SESSION_SECRET', 'MEVLO_ADDRESS'])
    if (!process.env[name]) throw new PlainError(`${name} is not set; docs/operating.md says what it is.`);
  if (!existsSync(join(ROOT, BUILT[kind][0]))) throw new PlainError('Nothing is built yet: npm run build');
  const env = { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' };
  const said = (await migrateDatabase(BUILT.migrate, env)).trim();
  if (said) say(said);
  const child = spawn(process.execPath, BUILT[kind], { cwd: ROOT, env, stdio: 'inherit' });
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => child.kill(signal === 'SIGHUP' ? 'SIGTERM' : signal));
  process.exitCode = await new Promise((resolve) =>
    child.once('exit', (code, signal) => resolve(code ?? (signal ? 1 : 0))),
  );
});
process.exit(process.exitCode ?? 0);
