import { z } from 'zod';
import { STORED_STYLE } from '@/core/counting';
import { LAYOUT_NAMES, USUAL_DRAWINGS } from '@/engraving/engraving';
import { removeOldRecordings } from '@/server/db/queries/removal';
import { checkTake } from './check-take';
import { engraveLine } from './engrave-line';
import { CHECK_QUEUE, ENGRAVE_QUEUE, queue, REJUDGE_QUEUE } from './queue';
import { recheckOutdated, rejudgeClass } from './rejudge-class';

/** A waiting child looks at the screen: ask for work twice a second. */
const POLLING_SECONDS = 0.5;

const checkJob = z.object({ takeId: z.uuid() });
const rejudgeJob = z.object({ classId: z.uuid() });
const engraveJob = z.object({
  contentHash: z.string().regex(/^[0-9a-f]{64}$/),
  // A job of an earlier version does not say.
  wishes: z
    .array(z.object({ layout: z.enum(LAYOUT_NAMES), counting: STORED_STYLE.optional() }))
    .default([...USUAL_DRAWINGS]),
});

const boss = await queue({ maintenance: true });
const options = { pollingIntervalSeconds: POLLING_SECONDS, batchSize: 1 };
await boss.work(CHECK_QUEUE, options, async ([job]) => checkTake(checkJob.parse(job!.data).takeId));
await boss.work(REJUDGE_QUEUE, options, async ([job]) => rejudgeClass(rejudgeJob.parse(job!.data).classId));
await boss.work(ENGRAVE_QUEUE, options, async ([job]) => {
  const { contentHash, wishes } = engraveJob.parse(job!.data);
  await engraveLine(
    contentHash,
    wishes.map(({ layout, counting }) => ({ layout, counting })),
  );
});
await recheckOutdated();

/** Recordings are kept for days; an hour more or less does not matter. */
const REMOVAL_ROUND_MS = 3_600_000;
async function removeOld(): Promise<void> {
  try {
    await removeOldRecordings();
  } catch (error) {
    console.error('removing old recordings:', error);
  }
}
await removeOld();
setInterval(removeOld, REMOVAL_ROUND_MS).unref();

async function stop(): Promise<void> {
  // Lets the job at hand finish; what is left stays in the queue.
  await boss.stop({ graceful: true, timeout: 5000 });
  process.exit(0);
}
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
