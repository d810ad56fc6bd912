import 'server-only';
import { z } from 'zod';
import { USUAL_STYLE } from '@/core/counting';
import { countAttempt } from '@/server/db/queries/accounts';
import * as queries from '@/server/db/queries/takes';
import { requestCheck } from '@/server/jobs/queue';
import { requireMusicOfStage } from './assignments';
import { engravingsOf } from './engravings';
import { assertTeacher, NotFound, type Viewer } from './viewer';

/** Five minutes of 48 kHz 16-bit mono are 29 MB; a line takes one. */
export const MAXIMUM_TAKE_BYTES = 30_000_000;
/** More hand-ins than this in an hour are a stuck program, not a student. */
const MOST_TAKES_PER_HOUR = 120;
/** A range of a recording is sent in pieces of at most this. */
const MAXIMUM_RANGE_BYTES = 1_000_000;

const takeForm = z.object({
  id: z.uuid(),
  assignmentId: z.uuid(),
  askedBpm: z.coerce.number().int().min(20).max(400),
  source: z.enum(['recorded', 'file']),
  stage: z.string().min(1).max(160).optional(),
});

export type HandIn =
  | { readonly ok: true; readonly takeId: string }
  | { readonly ok: false; readonly status: number; readonly problem: string };

/** Stores a take and asks for its check. Handing in the same take again is harmless. @throws NotFound */
export async function handIn(viewer: Viewer, form: unknown, audio: Uint8Array): Promise<HandIn> {
  const read = takeForm.safeParse(form);
  if (!read.success)
    return {
      ok: false,
      status: 400,
      problem: 'The recording came without saying what it is of. Reload the page and hand it in again.',
    };
  if (audio.length === 0)
    return { ok: false, status: 400, problem: 'The recording is empty. Choose or record another one.' };
  if (audio.length > MAXIMUM_TAKE_BYTES)
    return {
      ok: false,
      status: 413,
      problem: 'The recording is larger than 30 MB. Record one line at a time.',
    };
  const { id, assignmentId, askedBpm, source, stage } = read.data;
  const contentHash = await requireMusicOfStage(viewer, assignmentId, stage);
  if ((await countAttempt(`hand-in:${viewer.userId}`, 3600)) > MOST_TAKES_PER_HOUR) {
    return {
      ok: false,
      status: 429,
      problem: 'That were very many recordings within an hour. Take a break and try again later.',
    };
  }
  await queries.insertTake({
    id,
    content_hash: contentHash,
    ...(stage && { stage }),
    assignment_id: assignmentId,
    student_id: viewer.userId,
    asked_bpm: askedBpm,
    source,
    audio: Buffer.from(audio),
    audio_type: source === 'file' ? 'upload' : 'wav',
  });
  const stored = await requireTake(viewer, id);
  if (stored.state === 'waiting') await requestCheck(id);
  return { ok: true, takeId: id };
}

/** A take its student or the class's teacher may see. @throws NotFound */
async function requireTake(viewer: Viewer, takeId: string) {
  const take = z.uuid().safeParse(takeId).success ? await queries.maybeTakeOwners(takeId) : undefined;
  const isTheirs =
    take && (viewer.role === 'teacher' ? take.teacherId === viewer.userId : take.studentId === viewer.userId);
  if (!isTheirs) throw new NotFound();
  return take;
}

/** A take with line, engraving and verdict. @throws NotFound */
export async function getTake(viewer: Viewer, takeId: string) {
  await requireTake(viewer, takeId);
  const take = await queries.maybeTake(takeId);
  if (!take) throw new NotFound();
  const { heard, ...rest } = take;
  return {
    ...rest,
    levelsDb: heard?.levelsDb ?? [],
    durationSeconds: heard?.durationSeconds,
    engravings: await engravingsOf(take.contentHash, take.counting ?? USUAL_STYLE),
  };
}

/** Whether the check is through, for a page that waits. @throws NotFound */
export async function getTakeState(
  viewer: Viewer,
  takeId: string,
): Promise<'waiting' | 'checked' | 'failed'> {
  return (await requireTake(viewer, takeId)).state;
}

/** A piece of a recording. @param from first byte. @param to end, exclusive; clipped to the recording. @throws NotFound */
export async function getTakeAudio(viewer: Viewer, takeId: string, from: number, to: number) {
  await requireTake(viewer, takeId);
  const end = Math.min(to, from + MAXIMUM_RANGE_BYTES);
  const audio = await queries.readAudio(takeId, from, end);
  if (!audio) throw new NotFound();
  return audio;
}

export function listTakesOfTeacher(viewer: Viewer) {
  assertTeacher(viewer);
  return queries.listTakesOfTeacher(viewer.userId);
}

const answerForm = z.object({
  answer: z.enum(['accepted', 'again']),
  comment: z.string().trim().max(1000, 'A comment has at most 1000 letters.'),
});

/** The teacher's word on a take, beside the verdict and never over it. @returns what is wrong, if anything. @throws NotFound */
export async function answerTake(viewer: Viewer, takeId: string, form: unknown): Promise<string | undefined> {
  assertTeacher(viewer);
  const take = await requireTake(viewer, takeId);
  const read = answerForm.safeParse(form);
  if (!read.success) return read.error.issues[0]!.message;
  await queries.storeAnswer({ take_id: take.id, teacher_id: viewer.userId, ...read.data });
  return undefined;
}
