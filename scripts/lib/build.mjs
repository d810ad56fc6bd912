import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip as zlibGzip } from 'node:zlib';
import { build } from 'esbuild';
import { ROOT } from './paths.mjs';
import { runToEnd } from './process.mjs';
import { say } from './say.mjs';

/** All that a production build depends on. */
const INPUTS = [
  'src',
  'public',
  'package-lock.json',
  'next.config.ts',
  'postcss.config.mjs',
  'tsconfig.json',
];
/** What a build itself puts into public. */
const MADE = ['worklets', 'service-worker.js'];
const STAMP = join(ROOT, '.next', 'mevlo-build');

function* filesUnder(path) {
  if (!existsSync(path)) return;
  if (!statSync(path).isDirectory()) {
    yield path;
    return;
  }
  for (const name of readdirSync(path).sort()) if (!MADE.includes(name)) yield* filesUnder(join(path, name));
}

function fingerprint() {
  const hash = createHash('sha256');
  for (const input of INPUTS) {
    for (const file of filesUnder(join(ROOT, input)))
      hash.update(file.slice(ROOT.length)).update(readFileSync(file));
  }
  return hash.digest('hex');
}

let building;

/** Builds the application, the audio worklet, the service worker and the worker process, unless nothing has changed since. */
export function ensureBuild() {
  building ??= buildWhatChanged();
  return building;
}

async function buildWhatChanged() {
  const now = fingerprint();
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === now) return;
  say('Building the application …');
  await bundleForBrowser(now.slice(0, 12));
  await bundleServer();
  await runToEnd('npx', ['next', 'build'], {
    quiet: true,
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
  });
  await packAssets();
  writeFileSync(STAMP, now);
}

/** From this size on a file takes half a minute to be packed as small as can be, and 2 seconds for a tenth more. */
const LARGE_BYTES = 1_000_000;
const QUALITY_OF_LARGE = 9;

/** Scripts and styles are packed once, as small as can be, and not for every visitor. */
async function packAssets() {
  const [brotli, gzip] = [promisify(brotliCompress), promisify(zlibGzip)];
  const files = [...filesUnder(join(ROOT, '.next/static'))].filter((file) =>
    /\.(js|css|svg|json)$/.test(file),
  );
  await Promise.all(
    files.map(async (file) => {
      const bytes = readFileSync(file);
      const quality = bytes.length < LARGE_BYTES ? constants.BROTLI_MAX_QUALITY : QUALITY_OF_LARGE;
      const [br, gz] = await Promise.all([
        brotli(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: quality } }),
        gzip(bytes, { level: 9 }),
      ]);
      writeFileSync(`${file}.br`, br);
      writeFileSync(`${file}.gz`, gz);
    }),
  );
}

const COMMON = { bundle: true, format: 'esm', absWorkingDir: ROOT, logLevel: 'error' };

/** Audio worklets and the service worker do not pass through the page bundler. */
export async function bundleForBrowser(buildName) {
  await build({
    ...COMMON,
    entryPoints: ['src/browser/recorder.worklet.ts'],
    outfile: 'public/worklets/recorder.js',
    platform: 'browser',
  });
  await build({
    ...COMMON,
    entryPoints: ['src/browser/service-worker.ts'],
    outfile: 'public/service-worker.js',
    platform: 'browser',
    define: { BUILD: JSON.stringify(buildName) },
  });
}

const SERVER = {
  worker: 'src/server/jobs/worker.ts',
  task: 'src/server/threads/task.ts',
  'read-task': 'src/server/threads/read-task.ts',
  web: 'src/server/web/web.ts',
  migrate: 'src/server/jobs/migrate.ts',
  seed: 'src/server/demo/seed.ts',
  'new-password': 'src/server/jobs/new-password.ts',
};
let bundling;

/** The processes and the scripts of the server, each as `dist/NAME.mjs`: who starts them need not read TypeScript on the way. */
export function bundleServer() {
  bundling ??= Promise.all(
    Object.entries(SERVER).map(([name, entry]) => bundleForNode(entry, `dist/${name}.mjs`)),
  );
  return bundling;
}

/** One file for a process of its own. */
export async function bundleForNode(entryPoint, outfile) {
  await build({
    ...COMMON,
    entryPoints: [entryPoint],
    outfile,
    platform: 'node',
    packages: 'external',
    conditions: ['react-server'],
  });
}
