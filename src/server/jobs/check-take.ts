import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { check } from '@/core/checking';
import { readWav, writeWav } from '@/core/signal';
import { type BankReader, echoAlongside } from '@/core/sounding';
import { maybeTakeToCheck, storeCheck, storeFailure } from '@/server/db/queries/takes';
import { decodeSound } from './decode-sound';
import { policyOfTake } from './policy-of-take';

/** The sound banks that the stand plays with, too. */
const readBank: BankReader = (name) => readFile(join(process.cwd(), 'public', 'sounds', `${name}.sf3`));

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
  const { samples, sampleRate } = sound.value;
  const { line, askedBpm, alongside } = take;
  const echo =
    alongside && alongside.path.sampleRate === sampleRate
      ? await echoAlongside(line, askedBpm, alongside, samples.length, readBank)
      : undefined;
  const result = check(line, sound.value, askedBpm, { echo, policy: policyOfTake(take) });
  await storeCheck(
    takeId,
    result,
    take.audioType === 'upload' ? Buffer.from(writeWav(sound.value)) : undefined,
  );
}
