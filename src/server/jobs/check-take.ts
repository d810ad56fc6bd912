import { checkHeard, priorsOf } from '@/core/checking';
import { echoAlongside } from '@/core/playback';
import { outlineOf } from '@/core/review';
import { readWav, writeWav } from '@/core/signal';
import { maybeTakeToCheck, storeCheck, storeFailure, storeRemark } from '@/server/db/queries/takes';
import { decodeSound } from './decode-sound';
import { EAR, type Ear } from './ear';
import { policyOfTake } from './policy-of-take';
import { readBank } from './read-bank';
import { remarkOn } from './remark-on';

/** Checks one take: load, decode, compute, store. A sound that cannot be read fails with a reason, for good. */
export async function checkTake(takeId: string, ear: Ear = EAR): Promise<void> {
  const take = await maybeTakeToCheck(takeId);
  // Withdrawn meanwhile: nothing to do.
  if (!take) return;
  const sound = take.audioType === 'upload' ? await decodeSound(take.audio) : readWav(take.audio);
  if (!sound.ok) {
    await storeFailure(takeId, sound.issues[0]!.message);
    return;
  }
  const { samples, sampleRate } = sound.value;
  const { line, askedBpm, alongside } = take;
  const echo =
    alongside && alongside.path.sampleRate === sampleRate
      ? await echoAlongside(line, askedBpm, alongside, samples.length, readBank)
      : undefined;
  const result = checkHeard(
    line,
    ear.hear(sound.value, { echo, ...priorsOf(line) }),
    askedBpm,
    policyOfTake(take),
  );
  const outline = outlineOf(result.heard);
  await storeCheck(
    takeId,
    { ...result, outline },
    take.audioType === 'upload' ? Buffer.from(writeWav(sound.value)) : undefined,
  );
  // The verdict is there; a reason to listen may come a moment later.
  await storeRemark(takeId, await remarkOn(take, result, outline, ear));
}
