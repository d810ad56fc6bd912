import { check } from '@/core/checking';
import { readWav, writeWav } from '@/core/signal';
import { maybeTakeToCheck, storeCheck, storeFailure } from '@/server/db/queries/takes';
import { decodeSound } from './decode-sound';

/** Checks one take: load, decode, compute, store. A sound that cannot be read fails with a reason, for good. */
export async function checkTake(takeId: string): Promise<void> {
  const take = await maybeTakeToCheck(takeId);
  // Withdrawn meanwhile: nothing to do.
  if (!take) return;
  const sound = take.audioType === 'upload' ? await decodeSound(take.audio) : readWav(take.audio);
  if (!sound.ok) {
    await storeFailure(takeId, sound.issues[0]!.message);
    return;
  }
  const result = check(take.line, sound.value, take.askedBpm);
  await storeCheck(
    takeId,
    result,
    take.audioType === 'upload' ? Buffer.from(writeWav(sound.value)) : undefined,
  );
}
