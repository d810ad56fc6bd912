import { finishCheck, maybeCheckToFinish } from '@/server/db/queries/checks';
import { maybeFlacOf } from '@/server/sound/flac';
import { EAR, type Ear } from './ear';
import { remarkOn } from './remark-on';

/**
 * What comes after a check, when nobody waits any more: whether there is a reason to listen, and the recording in half the bytes.
 * @throws MachineTrouble; errors of the database.
 */
export async function finishTake(takeId: string, ear: Ear = EAR): Promise<void> {
  const take = await maybeCheckToFinish(takeId);
  // Withdrawn meanwhile, or checked by an ear that left no outline.
  if (!take) return;
  const remark = await remarkOn(take, take, take.outline, ear);
  const flac = take.audio && take.audioType === 'wav' ? await maybeFlacOf(take.audio) : undefined;
  await finishCheck(takeId, remark, flac);
}
