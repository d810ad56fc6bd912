// Makes the kept facts that checks begin with (tests/kept) where they are missing or of an earlier version: npm run keep-facts
import { spawnSync } from 'node:child_process';
import { ROOT } from './lib/paths.mjs';

const { status } = spawnSync(process.execPath, ['scripts/test.mjs', 'database'], {
  cwd: ROOT,
  stdio: 'inherit',
  env: { ...process.env, MEVLO_KEEP_FACTS: '1' },
});
process.exit(status ?? 1);
