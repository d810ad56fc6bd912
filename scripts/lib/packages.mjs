import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { CHROMIUM } from './chromium.mjs';
import { ROOT } from './paths.mjs';
import { runToEnd } from './process.mjs';
import { PlainError, say } from './say.mjs';

const onPath = (name) => (process.env.PATH ?? '').split(':').some((folder) => existsSync(join(folder, name)));

/** Where Debian puts the server programs of its newest installed PostgreSQL; undefined without one. */
export function maybePostgresPrograms() {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return undefined;
  return readdirSync(base)
    .sort((a, b) => Number(b) - Number(a))
    .map((version) => join(base, version, 'bin'))
    .find((folder) => existsSync(join(folder, 'postgres')) && existsSync(join(folder, 'initdb')));
}

/** Debian packages and how to tell that they are there. */
const RUN_PACKAGES = [
  { name: 'postgresql', isThere: () => maybePostgresPrograms() !== undefined },
  { name: 'ffmpeg', isThere: () => onPath('ffmpeg') },
];
const TEST_PACKAGES = [
  { name: 'chromium-headless-shell', isThere: () => existsSync(CHROMIUM.executablePath) },
  { name: 'fluidsynth', isThere: () => onPath('fluidsynth') },
  { name: 'timgm6mb-soundfont', isThere: () => existsSync('/usr/share/sounds/sf2/TimGM6mb.sf2') },
  { name: 'aubio-tools', isThere: () => onPath('aubionotes') },
  { name: 'lilypond', isThere: () => onPath('lilypond') && onPath('musicxml2ly') },
  { name: 'abcmidi', isThere: () => onPath('abc2midi') },
  { name: 'espeak-ng', isThere: () => onPath('espeak-ng') },
];

/** What only the benches need: a clock that can be set for a few processes. */
const BENCH_PACKAGES = [{ name: 'faketime', isThere: () => onPath('faketime') }];

const BACKUP_PACKAGES = [{ name: 'age', isThere: () => onPath('age') }];

/** What only the evaluation of the ear needs: further sound fonts and sounds, and the outside reference of its scorer. */
const EVALUATION_PACKAGES = [
  { name: 'fluid-soundfont-gm', isThere: () => existsSync('/usr/share/sounds/sf2/FluidR3_GM.sf2') },
  { name: 'opl3-soundfont', isThere: () => existsSync('/usr/share/sounds/sf2/OPL-3_FM_128M.sf2') },
  { name: 'csound-soundfont', isThere: () => existsSync('/usr/share/sounds/sf2/sf_GMbank.sf2') },
  { name: 'csound', isThere: () => onPath('csound') },
  { name: 'praat', isThere: () => onPath('praat') },
  { name: 'hydrogen-drumkits', isThere: () => existsSync('/usr/share/hydrogen/data/drumkits') },
  { name: 'python3-mir-eval', isThere: () => existsSync('/usr/lib/python3/dist-packages/mir_eval') },
];

/** Installs missing Debian packages when root; otherwise names them. */
export async function ensureDebianPackages({
  forTests = false,
  forEvaluation = false,
  forBackup = false,
  forBenches = false,
} = {}) {
  const missing = [
    ...RUN_PACKAGES,
    ...(forTests || forEvaluation ? TEST_PACKAGES : []),
    ...(forEvaluation ? EVALUATION_PACKAGES : []),
    ...(forBackup || forTests ? BACKUP_PACKAGES : []),
    ...(forBenches ? BENCH_PACKAGES : []),
  ]
    .filter((entry) => !entry.isThere())
    .map((entry) => entry.name);
  if (missing.length === 0) return;
  const command = `apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (process.getuid?.() !== 0) {
    throw new PlainError(
      `These Debian packages are missing: ${missing.join(', ')}. Install them once with "sudo ${command}" and start again.`,
    );
  }
  say(`Installing Debian packages: ${missing.join(', ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  await runToEnd('apt-get', ['update'], { quiet: true, env });
  if (missing.includes('postgresql')) await withoutDefaultCluster(env);
  await runToEnd('apt-get', command.split(' ').slice(1), { quiet: true, env });
}

/** Mevlo has a cluster of its own; Debian's default one would only take a port. */
async function withoutDefaultCluster(env) {
  await runToEnd('apt-get', ['install', '-y', '--no-install-recommends', 'postgresql-common'], {
    quiet: true,
    env,
  });
  const path = '/etc/postgresql-common/createcluster.conf';
  const text = readFileSync(path, 'utf8');
  writeFileSync(path, `${text.replace(/^\s*create_main_cluster.*$/m, '')}\ncreate_main_cluster = false\n`);
}

/**
 * Installs the npm packages of the lock file unless they are there already.
 * "npm install" rather than "npm ci": the latter fails where a registry lacks other platforms' optional binaries.
 */
export async function ensureNpmPackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const stamp = join(ROOT, 'node_modules', '.mevlo-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  say('Installing npm packages …');
  await runToEnd('npm', ['install', '--no-audit', '--no-fund'], { quiet: true });
  mkdirSync(join(ROOT, 'node_modules'), { recursive: true });
  writeFileSync(stamp, lock);
}

/** @throws PlainError when this Node is too old. */
export function requireNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 9)) {
    throw new PlainError(`Mevlo needs Node 20.9 or newer; this is ${process.versions.node}.`);
  }
}
