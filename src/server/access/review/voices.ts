import 'server-only';
import { z } from 'zod';
import { VOICE_KINDS } from '@/core/review';
import { readWav } from '@/core/signal';
import { mayDo } from '@/server/db/queries/attempts';
import * as queries from '@/server/db/queries/voices';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { MAXIMUM_RANGE_BYTES, requireTake } from '../practice/takes';

/** Two minutes of 48 kHz 16-bit mono. */
export const MAXIMUM_VOICE_BYTES = 12_000_000;
/** More answers than these in an hour are a stuck program, not a teacher. */
const VOICES = { most: 200, seconds: 3600 };

const voiceKind = z.enum(VOICE_KINDS);

/** What the teacher said or played to a take, without the sound. @throws NotFound */
export async function listVoices(viewer: Viewer, takeId: string) {
  await requireTake(viewer, takeId);
  return queries.listVoices(takeId);
}

/** A piece of it. @param from first byte. @param to end, exclusive; clipped to the recording. @throws NotFound */
export async function getVoice(viewer: Viewer, takeId: string, kind: unknown, from: number, to: number) {
  await requireTake(viewer, takeId);
  const read = voiceKind.safeParse(kind);
  const end = Math.min(to, from + MAXIMUM_RANGE_BYTES);
  const voice = read.success ? await queries.readVoice(takeId, read.data, from, end) : undefined;
  if (!voice) throw new NotFound();
  return voice;
}

/** Keeps what a teacher says or plays to a take, in place of what was there. @returns what is wrong, if anything. @throws NotFound */
export async function keepVoice(
  viewer: Viewer,
  takeId: string,
  kind: unknown,
  wav: Uint8Array,
): Promise<string | undefined> {
  assertTeacher(viewer);
  await requireTake(viewer, takeId);
  const read = voiceKind.safeParse(kind);
  if (!read.success) throw new NotFound();
  const sound = readWav(wav);
  if (!sound.ok || sound.value.samples.length === 0)
    return 'The recording is not a WAV file with sound in it. Record it again.';
  if (!(await mayDo(`voice:${viewer.userId}`, VOICES)))
    return 'That were very many recordings within an hour. Try again later.';
  await queries.storeVoice({
    take_id: takeId,
    kind: read.data,
    teacher_id: viewer.userId,
    audio: Buffer.from(wav),
  });
  return undefined;
}

/** @throws NotFound */
export async function takeVoiceAway(viewer: Viewer, takeId: string, kind: unknown): Promise<void> {
  assertTeacher(viewer);
  await requireTake(viewer, takeId);
  const read = voiceKind.safeParse(kind);
  if (!read.success) throw new NotFound();
  await queries.deleteVoice(takeId, read.data);
}
