// Makes the kept facts that checks begin with (tests/kept) where they are missing or of an earlier version: npm run keep-facts
import { runToEnd } from './lib/process.mjs';
import { run } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

const env = { ...process.env, MEVLO_KEEP_FACTS: '1' };

await run(async () => {
  await setUp({ forTests: true, forEvaluation: true });
  for (const suite of [['database'], ['unit', 'evaluation/smoke']])
    await runToEnd(process.execPath, ['scripts/test.mjs', ...suite], { env });
});
process.exit(process.exitCode ?? 0);
