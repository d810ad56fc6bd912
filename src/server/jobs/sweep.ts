import { logger } from '@/server/base/log';
import { listAbandonedChecks, listForgottenTakes, listUnfinishedTakes } from '@/server/db/queries/checks';
import { bringJobsBack } from '@/server/db/queries/clock';
import { listForgottenLines } from '@/server/db/queries/to-stand';
import {
  CHECK_QUEUE,
  FINISH_QUEUE,
  QUEUES,
  queue,
  requestCheck,
  requestFinish,
  requestStanding,
  STAND_QUEUE,
} from './queue';

/** Sees to it that nothing waits for ever: whatever waits is asked for again when nobody is at it. */
export async function sweep(): Promise<void> {
  const broughtBack = await bringJobsBack(QUEUES);
  const abandoned = await listAbandonedChecks(CHECK_QUEUE);
  for (const id of abandoned) await (await queue()).fail(CHECK_QUEUE, id, { message: 'Its process ended.' });
  const forgotten = await listForgottenTakes(CHECK_QUEUE);
  for (const { id } of forgotten) await requestCheck(id);
  const unfinished = await listUnfinishedTakes(FINISH_QUEUE);
  for (const { id } of unfinished) await requestFinish(id);
  const lines = await listForgottenLines(STAND_QUEUE);
  for (const { id } of lines) await requestStanding(id);
  const found = {
    ...{ broughtBack, abandoned: abandoned.length, forgotten: forgotten.length },
    ...{ unfinished: unfinished.length, lines: lines.length },
  };
  if (Object.values(found).some((count) => count > 0))
    logger().warn(found, 'asked again for what nobody was at');
}
