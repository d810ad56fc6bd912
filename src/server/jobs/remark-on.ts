import { BACKINGS } from '@/core/accompanying';
import type { Following } from '@/core/following';
import { isOneTone, isSameRecording, mayBeTheModel, type Outline, outlineOf } from '@/core/hearing';
import type { Verdict } from '@/core/judging';
import { type Heard, hear } from '@/core/listening';
import type { Line } from '@/core/notation';
import { AS_WRITTEN } from '@/core/playing';
import { backingOf, modelOf, renderSampledWhole } from '@/core/sounding';
import { listOutlinesBefore, type Remarked } from '@/server/db/queries/takes';
import { readBank } from './read-bank';

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
): Promise<Remarked | undefined> {
  const before = await listOutlinesBefore(take);
  const same = before.find((other) => isSameRecording(other.outline, outline));
  if (same) {
    const remark = same.studentId === take.studentId ? 'same-as-own' : 'same-as-anothers';
    return { remark, takeId: same.id };
  }
  if (verdict.state !== 'judged')
    return isOneTone(heard) || (await isBackingAlone(take, outline))
      ? { remark: 'backing-alone' }
      : undefined;
  const isModel = mayBeTheModel(following) && (await isTheModel(take, verdict, outline));
  return isModel ? { remark: 'like-the-model' } : undefined;
}

/** Rendering takes a second or two: only where a look at the notes does not settle it. */
const RENDERED_SAMPLE_RATE = 22050;

async function isBackingAlone({ line, askedBpm }: CheckedTake, outline: Outline): Promise<boolean> {
  for (const kind of BACKINGS) {
    const found = backingOf(line, askedBpm, kind);
    if (!found) continue;
    if (isSameRecording(await outlineOfRendered(found), outline)) return true;
  }
  return false;
}

/** The model plays at any tempo of the metronome. */
async function isTheModel({ line }: CheckedTake, { tempo }: Verdict, outline: Outline): Promise<boolean> {
  if (tempo.playedBpm === undefined) return false;
  const found = modelOf(line, Math.round(tempo.playedBpm), AS_WRITTEN);
  return isSameRecording(await outlineOfRendered(found), outline);
}

async function outlineOfRendered({ model, bank }: ReturnType<typeof modelOf>): Promise<Outline> {
  return outlineOf(hear(await renderSampledWhole(model, await readBank(bank), RENDERED_SAMPLE_RATE)));
}
