import type { Following } from '@/core/following';
import type { Verdict } from '@/core/judging';
import type { Heard } from '@/core/listening';
import type { Line } from '@/core/notation';
import { AS_WRITTEN, BACKINGS, backingOf, modelOf } from '@/core/playback';
import { isOneTone, isSameRecording, mayBeTheModel, type Outline } from '@/core/review';
import { listOutlinesBefore, type Remarked } from '@/server/db/queries/checks';
import type { Ear } from './ear';

interface Checked {
  readonly heard: Heard;
  readonly verdict: Verdict;
  readonly following: Following;
}

interface CheckedTake {
  readonly studentId: string;
  readonly teacherId: string;
  readonly contentHash: string;
  readonly handedInAt: Date;
  readonly line: Line;
  readonly askedBpm: number;
}

/** Why a teacher should hear a take with their own ears; undefined without a reason. */
export async function remarkOn(
  take: CheckedTake,
  { heard, verdict, following }: Checked,
  outline: Outline,
  ear: Ear,
): Promise<Remarked | undefined> {
  const before = await listOutlinesBefore(take);
  const same = before.find((other) => isSameRecording(other.outline, outline));
  if (same) {
    const remark = same.studentId === take.studentId ? 'same-as-own' : 'same-as-anothers';
    return { remark, takeId: same.id };
  }
  if (verdict.state !== 'judged')
    return isOneTone(heard) || (await isBackingAlone(take, outline, ear))
      ? { remark: 'backing-alone' }
      : undefined;
  const isModel = mayBeTheModel(following) && (await isTheModel(take, verdict, outline, ear));
  return isModel ? { remark: 'like-the-model' } : undefined;
}

async function isBackingAlone({ line, askedBpm }: CheckedTake, outline: Outline, ear: Ear): Promise<boolean> {
  for (const kind of BACKINGS) {
    const found = backingOf(line, askedBpm, kind);
    if (!found) continue;
    if (isSameRecording(await ear.outlineOfPlayed(found), outline)) return true;
  }
  return false;
}

/** The model plays at any tempo of the metronome. */
async function isTheModel(
  { line }: CheckedTake,
  { tempo }: Verdict,
  outline: Outline,
  ear: Ear,
): Promise<boolean> {
  if (tempo.playedBpm === undefined) return false;
  const found = modelOf(line, Math.round(tempo.playedBpm), AS_WRITTEN);
  return isSameRecording(await ear.outlineOfPlayed(found), outline);
}
