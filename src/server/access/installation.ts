import 'server-only';
import { readFile, statfs } from 'node:fs/promises';
import { z } from 'zod';
import { DONE, type Result } from '@/core/base';
import { DAY_ORDERS, WEEK_STARTS } from '@/core/calendar';
import { FOLLOWING_VERSION } from '@/core/following';
import { JUDGING_VERSION } from '@/core/judging';
import { LISTENING_VERSION } from '@/core/listening';
import { configuration } from '@/server/base/configuration';
import { storeHouseStyle } from '@/server/db/queries/house-style';
import * as queries from '@/server/db/queries/installation';
import { listLetters } from '@/server/db/queries/letters';
import { NotFound, type Viewer } from './account/viewer';
import { readForm } from './read-form';

const DAY_MS = 86_400_000;
/** A backup that is older is a worry. */
const OLDEST_BACKUP_DAYS = 2;
/** Below this an evening of practice fills the disk. */
const LEAST_FREE_BYTES = 2_000_000_000;

/** Whoever looks after the installation. @throws NotFound for anybody else */
export async function requireHeadOfInstallation(viewer: Viewer): Promise<void> {
  if (viewer.role !== 'teacher' || !(await queries.isHeadOfInstallation(viewer.userId))) throw new NotFound();
}

/** Everybody who teaches here. @throws NotFound for anybody but the head */
export async function listTeachers(viewer: Viewer) {
  await requireHeadOfInstallation(viewer);
  return queries.listTeachers();
}

/** Letters that Mevlo wrote, and whether they are sent or only lie here. @throws NotFound for anybody but the head */
export async function getLetterBox(viewer: Viewer) {
  await requireHeadOfInstallation(viewer);
  return { isSimulated: configuration().mail === undefined, letters: await listLetters() };
}

/** How the installation stands: for its head alone, and without anybody's name. @throws NotFound */
export async function getInstallation(viewer: Viewer) {
  await requireHeadOfInstallation(viewer);
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

const styleForm = z.object({
  dayOrder: z.enum(DAY_ORDERS, 'Choose how days are written.'),
  weekStart: z.enum(WEEK_STARTS, 'Choose on which day weeks begin.'),
  timeZone: z
    .string()
    .refine((zone) => zone === '' || isTimeZone(zone), 'Choose a time zone of the list.')
    .default(''),
});

const isTimeZone = (name: string) => Intl.supportedValuesOf('timeZone').includes(name);

/** How the school writes days, and at whose midnight they end. @returns what is wrong, if anything. @throws NotFound for anybody but the head */
export async function changeHouseStyle(viewer: Viewer, form: unknown): Promise<Result<undefined>> {
  await requireHeadOfInstallation(viewer);
  const read = readForm(styleForm, form);
  if (!read.ok) return read;
  await storeHouseStyle({ ...read.value, timeZone: read.value.timeZone || undefined });
  return DONE;
}
