import 'server-only';
import { readFile, statfs } from 'node:fs/promises';
import { FOLLOWING_VERSION } from '@/core/following';
import { JUDGING_VERSION } from '@/core/judging';
import { LISTENING_VERSION } from '@/core/listening';
import * as queries from '@/server/db/queries/installation';
import { NotFound, type Viewer } from './account/viewer';

const DAY_MS = 86_400_000;
/** A backup that is older is a worry. */
const OLDEST_BACKUP_DAYS = 2;
/** Below this an evening of practice fills the disk. */
const LEAST_FREE_BYTES = 2_000_000_000;

/** How the installation stands: for its head alone, and without anybody's name. @throws NotFound */
export async function getInstallation(viewer: Viewer) {
  if (viewer.role !== 'teacher' || !(await queries.isHeadOfInstallation(viewer.userId))) throw new NotFound();
  const [queue, size, failures, backupAt, migration, { bavail, bsize }, { version }] = await Promise.all([
    queries.stateOfQueue(),
    queries.sizeOfInstallation(),
    queries.listFailedChecks(),
    queries.maybeLastBackup(),
    queries.newestMigration(),
    statfs('.'),
    readFile('package.json', 'utf8').then((text) => JSON.parse(text) as { version: string }),
  ]);
  const freeBytes = bavail * bsize;
  return {
    queue,
    size,
    failures,
    disk: { freeBytes, isFull: freeBytes < LEAST_FREE_BYTES },
    backup: {
      at: backupAt,
      isOld: backupAt === undefined || Date.now() - backupAt.getTime() > OLDEST_BACKUP_DAYS * DAY_MS,
    },
    versions: [
      ['Mevlo', version],
      ['Ear', `${LISTENING_VERSION}.${FOLLOWING_VERSION}.${JUDGING_VERSION}`],
      ['Database', migration ?? 'unknown'],
      ['Node', process.versions.node],
    ] as const,
  };
}
