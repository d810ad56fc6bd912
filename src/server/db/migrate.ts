// Brings the database up to date, and says what whoever starts Mevlo must know of it: run before the processes.
import { configuration } from '@/server/base/configuration';
import { closeDatabase } from './connection';
import { migrate } from './migrations';
import { setupCode } from './queries/first-start';
import { whyNotThisData } from './queries/kind-of-data';

/** What was given does not fit: a sentence is enough, nobody needs a stack. Source: EX_CONFIG of sysexits.h. */
const SAID_CODE = 78;

await migrate();
const { isDemo } = configuration();
const refusal = await whyNotThisData(isDemo);
if (refusal) {
  process.stderr.write(`${refusal}\n`);
  process.exitCode = SAID_CODE;
} else if (!isDemo) {
  const code = await setupCode();
  if (code)
    process.stdout.write(`Nobody has an account yet. To make the first one, type this code there: ${code}\n`);
}
await closeDatabase();
