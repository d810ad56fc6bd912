import type PgBoss from 'pg-boss';
import { logger } from '@/server/base/log';
import type { QueueName } from './queue';

/** Somebody who waits looks at the screen: ask for work twice a second. */
const POLLING_MS = 500;

export interface Served {
  /** Ends after the job at hand. */
  stop(): Promise<void>;
}

/**
 * Does the jobs of a queue, one after the other, and the next at once while there is one.
 * @param handle what fails is logged, and tried again by the rules of the queue.
 * @param mayBegin whether it is the time for it: something else may have to be done first.
 */
export function serveQueue(
  boss: PgBoss,
  name: QueueName,
  handle: (data: object) => Promise<void>,
  mayBegin: () => boolean = () => true,
): Served {
  let isStopping = false;
  let wake = () => {};
  const pause = () =>
    new Promise<void>((resolve) => {
      const timer = setTimeout(resolve, POLLING_MS);
      wake = () => {
        clearTimeout(timer);
        resolve();
      };
    });
  const next = async (): Promise<boolean> => {
    if (!mayBegin()) return false;
    const [job] = await boss.fetch<object>(name);
    if (!job) return false;
    const start = performance.now();
    try {
      await handle(job.data);
    } catch (error) {
      logger().error({ err: error, queue: name, jobId: job.id, data: job.data }, 'a job failed');
      await boss.fail(name, job.id, { message: error instanceof Error ? error.message : String(error) });
      return true;
    }
    await boss.complete(name, job.id);
    const milliseconds = Math.round(performance.now() - start);
    logger().info({ queue: name, jobId: job.id, data: job.data, milliseconds }, 'a job is done');
    return true;
  };
  const loop = async () => {
    while (!isStopping) {
      try {
        if (await next()) continue;
      } catch (error) {
        // The database is not there; it may be in a moment.
        logger().error({ err: error, queue: name }, 'the job queue does not answer');
      }
      if (!isStopping) await pause();
    }
  };
  const ended = loop();
  return {
    stop() {
      isStopping = true;
      wake();
      return ended;
    },
  };
}
