import { failure, type Result } from '@/core/base';
import { longestTakeSeconds } from '@/core/checking';
import { type Audio, durationSeconds, readWav, writeWav } from '@/core/signal';
import { logger } from '@/server/base/log';
import {
  beginCheck,
  giveBackCheck,
  noteCheckIsAlive,
  storeCheck,
  storeFailure,
  storeProblem,
} from '@/server/db/queries/checks';
import { decodeSound } from '@/server/sound/decode-sound';
import { MachineTrouble } from '@/server/sound/ffmpeg';
import { wavOfFlac } from '@/server/sound/flac';
import type { CheckedSound } from '@/server/threads/check-sound';
import { EAR, type Ear } from './ear';
import { policyOfTake } from './policy-of-take';
import { CURRENT_VERSIONS } from './versions';

/** A check that throws is tried again; one that throws so often always does. */
const MOST_TRIES = 3;
/** A check whose process ended is begun again, and processes end for many reasons; one that was begun so often ends them itself. */
const MOST_BEGUN = 10;
/** A check that is at work says so as often as this. */
const ALIVE_EVERY_MS = 1000;

/** What is said of a take that cannot be checked. */
export const NOT_CHECKED =
  'The check of this recording went wrong. That is Mevlo’s fault, not yours: the recording is kept, and it can be listened to.';

/**
 * Checks one take: load, decode, compute, store. A sound that cannot be read fails with a reason, for good; so does a check that
 * throws each time. A take that this ear has checked already is left as it is.
 * @throws what the check threw while it is worth trying again; MachineTrouble; errors of the database.
 */
export async function checkTake(takeId: string, ear: Ear = EAR): Promise<void> {
  const take = await beginCheck(takeId, CURRENT_VERSIONS);
  // Withdrawn meanwhile, or checked already: nothing to do.
  if (!take) return;
  const checked = await whileAlive(takeId, () => outcomeOf(take, ear));
  if (!checked) return;
  if (!checked.ok) return storeFailure(takeId, checked.issues[0]!.message);
  const { decoded, ...facts } = checked.value;
  await storeCheck(takeId, facts, decoded && Buffer.from(writeWav(decoded)));
}

async function whileAlive<Value>(takeId: string, work: () => Promise<Value>): Promise<Value> {
  const alive = setInterval(() => {
    noteCheckIsAlive(takeId).catch((error) =>
      logger().warn({ err: error, takeId }, 'a check could not say that it is at work'),
    );
  }, ALIVE_EVERY_MS);
  try {
    return await work();
  } finally {
    clearInterval(alive);
  }
}

type TakeToCheck = NonNullable<Awaited<ReturnType<typeof beginCheck>>>;

/** @returns undefined when it threw once too often: that is stored. */
async function outcomeOf(
  take: TakeToCheck,
  ear: Ear,
): Promise<Result<CheckedSound & { readonly decoded?: Audio }> | undefined> {
  const { id, line, askedBpm, alongside, audioType, checksBegun } = take;
  try {
    if (checksBegun > MOST_BEGUN) throw new Error('It was begun again and again, and never ended.');
    const sound = await soundOf(take);
    if (!sound.ok) return sound;
    const audio = sound.value;
    const longest = longestTakeSeconds(line, askedBpm);
    if (durationSeconds(audio) > longest)
      return failure({ code: 'too-long', message: tooLong(audio, longest) });
    const checked = await ear.checkSound({ audio, line, askedBpm, alongside, policy: policyOfTake(take) });
    return {
      ok: true,
      warnings: [],
      value: { ...checked, ...(audioType === 'upload' && { decoded: audio }) },
    };
  } catch (error) {
    if (error instanceof MachineTrouble) {
      await giveBackCheck(id);
      throw error;
    }
    const isOver = checksBegun >= MOST_TRIES;
    logger().error({ err: error, takeId: id, checksBegun, isOver }, 'a check threw');
    await storeProblem(id, error instanceof Error ? error.message : String(error));
    if (!isOver) throw error;
    await storeFailure(id, NOT_CHECKED);
    return undefined;
  }
}

const tooLong = (audio: Audio, longest: number) =>
  `This recording lasts ${Math.round(durationSeconds(audio))} seconds; of this line at most ${Math.round(longest)} were expected. Record the line alone, and hand that in.`;

async function soundOf({ audio, audioType }: TakeToCheck): Promise<Result<Audio>> {
  if (audioType === 'upload') return decodeSound(audio);
  return readWav(audioType === 'flac' ? await wavOfFlac(audio) : audio);
}
