import { execFileSync, spawnSync } from 'node:child_process';
import { ROOT } from './paths.mjs';
import { say } from './say.mjs';

const NAME = 'mevlo';

const idOf = (flag) => {
  const found = spawnSync('id', [flag, NAME], { encoding: 'utf8' });
  return found.status === 0 ? Number(found.stdout) : undefined;
};

let identity;

/**
 * Started by root, the processes of the application run as a user of their own, which is made when it is not there.
 * @returns what goes to `spawn`; nothing when somebody else starts, or when that user cannot read this folder.
 */
export function ownIdentity() {
  identity ??= find();
  return identity;
}

function find() {
  if (process.getuid?.() !== 0) return {};
  if (idOf('-u') === undefined)
    execFileSync('useradd', [
      '--system',
      '--user-group',
      '--no-create-home',
      '--home-dir',
      '/nonexistent',
      '--shell',
      '/usr/sbin/nologin',
      NAME,
    ]);
  const own = { uid: idOf('-u'), gid: idOf('-g') };
  if (spawnSync('test', ['-r', `${ROOT}/package.json`], { ...own, cwd: '/' }).status === 0) return own;
  say(
    `The user "${NAME}" cannot read ${ROOT}, so Mevlo runs as root. Put it where others may read it, e.g. /srv/mevlo.`,
  );
  return {};
}
