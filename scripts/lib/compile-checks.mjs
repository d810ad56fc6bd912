import { readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build, context } from 'esbuild';
import { ROOT } from './paths.mjs';

const CHECKS = join(ROOT, 'dist/checks');
const FOLDERS = ['src', 'tests'];

function* testsUnder(folder) {
  for (const entry of readdirSync(join(ROOT, folder), { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* testsUnder(path);
    else if (entry.name.endsWith('.test.ts')) yield path;
  }
}

/**
 * Jest's checks as plain JavaScript, so that the processes that run them need no loader: one that reads TypeScript on the way costs
 * every process some seconds, and now and then it never answers (Node 20, one run in ten with two processes).
 */
const options = () => ({
  absWorkingDir: ROOT,
  entryPoints: FOLDERS.flatMap((folder) => [...testsUnder(folder)]),
  outdir: CHECKS,
  outbase: ROOT,
  outExtension: { '.js': '.mjs' },
  bundle: true,
  splitting: true,
  format: 'esm',
  platform: 'node',
  packages: 'external',
  conditions: ['react-server'],
  tsconfig: 'tests/tsconfig.json',
  sourcemap: true,
  logLevel: 'error',
});

let compiling;

export function compileChecks() {
  compiling ??= compile();
  return compiling;
}

async function compile() {
  rmSync(CHECKS, { recursive: true, force: true });
  await build(options());
}

/** Compiles them anew whenever a file changes, until the process ends. */
export async function keepChecksCompiled() {
  rmSync(CHECKS, { recursive: true, force: true });
  const watching = await context(options());
  await watching.rebuild();
  await watching.watch();
}
