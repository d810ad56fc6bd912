import { FOLLOWING_VERSION } from '@/core/following';
import { JUDGING_VERSION, judge, policyOf } from '@/core/judging';
import { LISTENING_VERSION } from '@/core/listening';
import { strictnessOf } from '@/core/practice';
import { listChecksOfClass, listOutdatedTakes, storeVerdict } from '@/server/db/queries/takes';
import { requestCheck } from './queue';

/**
 * Judges every take of a class by its strictness of now (or its step's own), from the facts that are stored: nothing is listened to again,
 * and what a teacher answered stays. Facts of an earlier follower are made anew from the sound.
 */
export async function rejudgeClass(classId: string): Promise<void> {
  for (const take of await listChecksOfClass(classId)) {
    if (take.following.version < FOLLOWING_VERSION) {
      await requestCheck(take.id);
      continue;
    }
    const strictness = strictnessOf(take.plan ?? undefined, take.stage ?? undefined, take.strictness);
    await storeVerdict(take.id, judge(take.line, take.following, take.askedBpm, policyOf(strictness)));
  }
}

/** A better ear listens to what an earlier one has judged, after everything that somebody waits for. */
export async function recheckOutdated(): Promise<void> {
  const versions = { heard: LISTENING_VERSION, following: FOLLOWING_VERSION, verdict: JUDGING_VERSION };
  for (const { id } of await listOutdatedTakes(versions)) await requestCheck(id, { canWait: true });
}
