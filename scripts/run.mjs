// Runs a TypeScript command line of the project: node scripts/run.mjs src/cli/check.ts [arguments]
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const [entry, ...rest] = process.argv.slice(2);
if (!existsSync(join(root, 'node_modules/tsx'))) {
  process.stderr.write('Packages are not installed yet: run "npm install" (or "npm start") first.\n');
  process.exit(2);
}
const { status } = spawnSync(process.execPath, ['--import', 'tsx', join(root, entry), ...rest], {
  stdio: 'inherit',
});
process.exit(status ?? 1);
