import { FOLLOWING_VERSION } from '@/core/following';
import { judge } from '@/core/judging';
import { listChecksOfClass, listOutdatedTakes, storeVerdict } from '@/server/db/queries/checks';
import { policyOfTake } from './policy-of-take';
import { requestCheck } from './queue';
import { CURRENT_VERSIONS } from './versions';

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
    await storeVerdict(take.id, judge(take.line, take.following, take.askedBpm, policyOfTake(take)));
  }
}

/** A better ear listens to what an earlier one has judged, after everything that somebody waits for. */
export async function recheckOutdated(): Promise<void> {
  for (const { id } of await listOutdatedTakes(CURRENT_VERSIONS)) await requestCheck(id, { canWait: true });
}
