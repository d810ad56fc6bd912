// Unit tests that run anew when a file changes: npm run test:watch [-- a file or a pattern]
import { spawn } from 'node:child_process';
import { ROOT } from './lib/paths.mjs';
import { run } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

await run(async () => {
  await setUp({ forTests: true });
  const [{ keepChecksCompiled }, { JEST }] = await Promise.all([
    import('./lib/compile-checks.mjs'),
    import('./lib/suites.mjs'),
  ]);
  await keepChecksCompiled();
  const patterns = process.argv.slice(2);
  const wanted = patterns.length > 0 ? ['--testPathPatterns', patterns.join('|')] : [];
  // What it watches is made from the source, so that no version control knows what has changed.
  const args = [...JEST, '--selectProjects', 'unit', '--watchAll', ...wanted];
  process.exitCode = await new Promise((resolve) =>
    spawn(process.execPath, args, { cwd: ROOT, stdio: 'inherit' }).once('exit', (code) => resolve(code ?? 1)),
  );
});
process.exit(process.exitCode ?? 0);
