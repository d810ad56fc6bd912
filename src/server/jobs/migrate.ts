// Brings the database and the job queue up to date, and says what whoever starts Mevlo must know of it: run before the processes.
import { configuration } from '@/server/base/configuration';
import { closeDatabase } from '@/server/db/connection';
import { migrate } from '@/server/db/migrations';
import { setupCode } from '@/server/db/queries/first-start';
import { whyNotThisData } from '@/server/db/queries/kind-of-data';
import { closeQueue, queue } from './queue';

/** What was given does not fit: a sentence is enough, nobody needs a stack. Source: EX_CONFIG of sysexits.h. */
const SAID_CODE = 78;

await migrate();
// The queue's tables as well: who asks how the work stands does not wait for the first worker.
await queue();
await closeQueue();
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
