import PgBoss from 'pg-boss';
import { type DrawingWish, drawingKey, USUAL_DRAWINGS } from '@/engraving/engraving';
import { configuration } from '@/server/base/configuration';
import { logger } from '@/server/base/log';
import { countWaitingBefore } from '@/server/db/queries/checks';
import { hasLiveJob } from '@/server/db/queries/live-jobs';

export const CHECK_QUEUE = 'check-take';
export const FINISH_QUEUE = 'finish-take';
export const ENGRAVE_QUEUE = 'engrave-line';
export const STAND_QUEUE = 'stand-line';
export const REJUDGE_QUEUE = 'rejudge-class';
export const QUEUES = [CHECK_QUEUE, FINISH_QUEUE, STAND_QUEUE, REJUDGE_QUEUE, ENGRAVE_QUEUE] as const;
export type QueueName = (typeof QUEUES)[number];

const holder = globalThis as typeof globalThis & { mevloQueue?: Promise<PgBoss> };

/** The job queue of this process. @param options of pg-boss. */
export function queue(options: { readonly maintenance: boolean } = { maintenance: false }): Promise<PgBoss> {
  holder.mevloQueue ??= startQueue(options.maintenance).catch((error: unknown) => {
    // The database may be back when it is asked for the next time.
    holder.mevloQueue = undefined;
    throw error;
  });
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
    connectionString: configuration().databaseUrl,
    max: 3,
    supervise: maintenance,
    schedule: false,
    // Jobs whose time is over come back at the next round; the default round is too long for somebody who waits.
    maintenanceIntervalSeconds: 5,
  });
  boss.on('error', (error) => logger().error({ err: error }, 'job queue'));
  await boss.start();
  for (const name of QUEUES) {
    await boss.createQueue(name);
    // What already waits for a take, a class or a drawing is not asked for twice.
    await boss.updateQueue(name, { name, policy: 'short' });
  }
  return boss;
}

/** What takes longer hangs, whatever it is. A job whose process ended comes back much sooner: see `sweep`. */
const EXPIRE_SECONDS = 900;
const RETRIES = 2;
/** How often a check is begun anew is decided by what became of it, not by its queue. */
const CHECK_RETRIES = 1000;
/** After everything that somebody waits for. */
const CAN_WAIT = -1000;

/**
 * Asks for the check of a take. Students are served in turn: whoever has others waiting comes after whoever has none.
 * @param options `canWait`: nobody looks at it now.
 */
export async function requestCheck(
  takeId: string,
  { canWait = false }: { readonly canWait?: boolean } = {},
): Promise<void> {
  await (await queue()).send(
    CHECK_QUEUE,
    { takeId },
    {
      expireInSeconds: EXPIRE_SECONDS,
      retryLimit: CHECK_RETRIES,
      retryDelay: 1,
      priority: canWait ? CAN_WAIT : -(await countWaitingBefore(takeId)),
      singletonKey: takeId,
    },
  );
}

/** Asks for what comes after a check. */
export async function requestFinish(takeId: string): Promise<void> {
  await (await queue()).send(
    FINISH_QUEUE,
    { takeId },
    { expireInSeconds: EXPIRE_SECONDS, retryLimit: RETRIES, singletonKey: takeId },
  );
}

/** A line takes a second or two; whoever waits for one whose worker ended does not wait long. */
const STAND_EXPIRE_SECONDS = 30;

/** Asks for a line that is wanted on the stand to be put there. */
export async function requestStanding(lineId: string): Promise<void> {
  await (await queue()).send(
    STAND_QUEUE,
    { lineId },
    { expireInSeconds: STAND_EXPIRE_SECONDS, retryLimit: RETRIES, singletonKey: lineId },
  );
}

/** Asks for all takes of a class to be judged anew. */
export async function requestRejudging(classId: string): Promise<void> {
  await (await queue()).send(
    REJUDGE_QUEUE,
    { classId },
    { expireInSeconds: EXPIRE_SECONDS, retryLimit: RETRIES, singletonKey: classId },
  );
}

/** Whether the takes of a class wait to be judged anew, or are. */
export const isBeingJudged = (classId: string): Promise<boolean> => hasLiveJob(REJUDGE_QUEUE, classId);

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
