import { FOLLOWING_VERSION } from '@/core/following';
import { JUDGING_VERSION, judge, policyOf } from '@/core/judging';
import { LISTENING_VERSION } from '@/core/listening';
import { listChecksOfClass, listOutdatedTakes, storeVerdict } from '@/server/db/queries/takes';
import { requestCheck } from './queue';

/**
 * Judges every take of a class by its strictness of now, from the facts that are stored: nothing is listened to again,
 * and what a teacher answered stays. Facts of an earlier follower are made anew from the sound.
 */
export async function rejudgeClass(classId: string): Promise<void> {
  for (const { id, line, following, askedBpm, strictness } of await listChecksOfClass(classId)) {
    if (following.version < FOLLOWING_VERSION) await requestCheck(id);
    else await storeVerdict(id, judge(line, following, askedBpm, policyOf(strictness)));
  }
}

/** A better ear listens to what an earlier one has judged, after everything that somebody waits for. */
export async function recheckOutdated(): Promise<void> {
  const versions = { heard: LISTENING_VERSION, following: FOLLOWING_VERSION, verdict: JUDGING_VERSION };
  for (const { id } of await listOutdatedTakes(versions)) await requestCheck(id, { canWait: true });
}
