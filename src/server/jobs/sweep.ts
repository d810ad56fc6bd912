import { logger } from '@/server/base/log';
import { listAbandonedChecks, listForgottenTakes, listUnfinishedTakes } from '@/server/db/queries/checks';
import { CHECK_QUEUE, FINISH_QUEUE, queue, requestCheck, requestFinish } from './queue';

/** Sees to it that nothing waits for ever: whatever waits is asked for again when nobody is at it. */
export async function sweep(): Promise<void> {
  const abandoned = await listAbandonedChecks(CHECK_QUEUE);
  for (const id of abandoned) await (await queue()).fail(CHECK_QUEUE, id, { message: 'Its process ended.' });
  const forgotten = await listForgottenTakes(CHECK_QUEUE);
  for (const { id } of forgotten) await requestCheck(id);
  const unfinished = await listUnfinishedTakes(FINISH_QUEUE);
  for (const { id } of unfinished) await requestFinish(id);
  if (abandoned.length + forgotten.length + unfinished.length > 0)
    logger().warn(
      { abandoned: abandoned.length, forgotten: forgotten.length, unfinished: unfinished.length },
      'asked again for what nobody was at',
    );
}
