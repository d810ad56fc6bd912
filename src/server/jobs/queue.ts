import PgBoss from 'pg-boss';
import { type DrawingWish, drawingKey, USUAL_DRAWINGS } from '@/engraving/engraving';

export const CHECK_QUEUE = 'check-take';
export const ENGRAVE_QUEUE = 'engrave-line';
export const REJUDGE_QUEUE = 'rejudge-class';

const holder = globalThis as typeof globalThis & { mevloQueue?: Promise<PgBoss> };

/** The job queue of this process. @param options of pg-boss. */
export function queue(options: { readonly maintenance: boolean } = { maintenance: false }): Promise<PgBoss> {
  holder.mevloQueue ??= startQueue(options.maintenance);
  return holder.mevloQueue;
}

/** Ends the queue of this process at once, if it was used: at the end of a script or a test. */
export async function closeQueue(): Promise<void> {
  const started = holder.mevloQueue;
  holder.mevloQueue = undefined;
  await (await started)?.stop({ graceful: false });
}

async function startQueue(maintenance: boolean): Promise<PgBoss> {
  const boss = new PgBoss({
    connectionString: process.env.DATABASE_URL,
    max: 3,
    supervise: maintenance,
    schedule: false,
    // A killed worker's job comes back at the next round; the default round is too long for a waiting child.
    maintenanceIntervalSeconds: 5,
  });
  boss.on('error', (error) => console.error('job queue:', error.message));
  await boss.start();
  for (const name of [CHECK_QUEUE, REJUDGE_QUEUE, ENGRAVE_QUEUE]) {
    await boss.createQueue(name);
    // What already waits for a take, a class or a drawing is not asked for twice.
    await boss.updateQueue(name, { name, policy: 'short' });
  }
  return boss;
}

/** A job that hangs is given to another worker after this. */
const EXPIRE_SECONDS = 60;
const RETRIES = 2;

/** @param options `canWait`: nobody looks at it now. */
export async function requestCheck(
  takeId: string,
  { canWait = false }: { readonly canWait?: boolean } = {},
): Promise<void> {
  await (await queue()).send(
    CHECK_QUEUE,
    { takeId },
    {
      expireInSeconds: EXPIRE_SECONDS,
      retryLimit: RETRIES,
      priority: canWait ? -1 : 0,
      singletonKey: takeId,
    },
  );
}

/** Judging a thousand takes anew lasts longer than checking one. */
const REJUDGING_EXPIRE_SECONDS = 600;

/** Asks for all takes of a class to be judged anew. */
export async function requestRejudging(classId: string): Promise<void> {
  await (await queue()).send(
    REJUDGE_QUEUE,
    { classId },
    { expireInSeconds: REJUDGING_EXPIRE_SECONDS, retryLimit: RETRIES, singletonKey: classId },
  );
}

interface EngravingWish {
  readonly wishes?: readonly DrawingWish[];
  /** Somebody looks at a page that needs it: it is drawn before what can wait. */
  readonly isAwaited?: boolean;
}

/** Asks for drawings of a line that are not stored yet. */
export async function requestEngraving(
  contentHash: string,
  { wishes = USUAL_DRAWINGS, isAwaited = false }: EngravingWish = {},
): Promise<void> {
  await (await queue()).send(
    ENGRAVE_QUEUE,
    { contentHash, wishes },
    {
      expireInSeconds: EXPIRE_SECONDS,
      retryLimit: RETRIES,
      priority: isAwaited ? 1 : 0,
      singletonKey: `${contentHash} ${isAwaited} ${wishes.map(drawingKey).join()}`,
    },
  );
}
