import 'server-only';
import { z } from 'zod';
import { readWav } from '@/core/signal';
import { listAssignmentsOfStudent } from '@/server/db/queries/assignments';
import { mayDo } from '@/server/db/queries/attempts';
import { listParts, maybePartForStudent } from '@/server/db/queries/music';
import * as queries from '@/server/db/queries/own-models';
import { NotFound, type Viewer } from '../account/viewer';
import { MAXIMUM_RANGE_BYTES } from '../practice/takes';
import { requireLine } from './shelf';

/** More recordings than these in an hour are a stuck program, not a teacher. */
const RECORDINGS = { most: 100, seconds: 3600 };

/** The music of a part on the stand. @throws NotFound */
async function keyOf(lineId: string, place: unknown): Promise<queries.OwnModelKey> {
  const read = z.coerce.number().int().min(0).max(100).safeParse(place);
  const parts = read.success ? await listParts(lineId) : [];
  const part = parts.find((one) => one.place === read.data);
  if (!part) throw new NotFound();
  return { lineId, contentHash: part.contentHash };
}

/** What somebody may hear of a line: teachers whose shelf it stands on, and students who have been given that part. @throws NotFound */
async function requireHearable(viewer: Viewer, lineId: string, place: unknown) {
  if (viewer.role === 'teacher') {
    const line = await requireLine(viewer, lineId);
    return keyOf(line.id, place);
  }
  const given = (await listAssignmentsOfStudent(viewer.userId)).find((one) => one.lineId === lineId);
  const own = given && (await maybePartForStudent(lineId, viewer.userId, given.classId));
  const key = own && (await keyOf(lineId, place));
  if (key?.contentHash !== own?.contentHash || !key) throw new NotFound();
  return key;
}

/** Who has played a part of a line for the students, without the sound; undefined when nobody has. @throws NotFound */
export async function maybeOwnModel(viewer: Viewer, lineId: string, place: number) {
  return queries.maybeOwnModel(await requireHearable(viewer, lineId, place));
}

/** Where a student hears the own part as the teacher plays it; undefined when nobody has recorded it. */
export async function maybeOwnModelAt(
  lineId: string,
  contentHash: string,
): Promise<{ readonly place: number; readonly teacherName: string; readonly version: number } | undefined> {
  const found = await queries.maybeOwnModel({ lineId, contentHash });
  if (!found) return undefined;
  const part = (await listParts(lineId)).find((one) => one.contentHash === contentHash);
  return part && { place: part.place, teacherName: found.teacherName, version: found.recordedAt.getTime() };
}

/** A piece of it. @param from first byte. @param to end, exclusive; clipped to the recording. @throws NotFound */
export async function getOwnModel(viewer: Viewer, lineId: string, place: unknown, from: number, to: number) {
  const key = await requireHearable(viewer, lineId, place);
  const model = await queries.readOwnModel(key, from, Math.min(to, from + MAXIMUM_RANGE_BYTES));
  if (!model) throw new NotFound();
  return model;
}

/** Keeps a part of a line as the viewer plays it, for whoever is given it. @returns what is wrong, if anything. @throws NotFound */
export async function keepOwnModel(
  viewer: Viewer,
  lineId: string,
  place: unknown,
  wav: Uint8Array,
): Promise<string | undefined> {
  const line = await requireLine(viewer, lineId, 'edit');
  const key = await keyOf(line.id, place);
  const sound = readWav(wav);
  if (!sound.ok || sound.value.samples.length === 0)
    return 'The recording is not a WAV file with sound in it. Record it again.';
  if (!(await mayDo(`own-model:${viewer.userId}`, RECORDINGS)))
    return 'That were very many recordings within an hour. Try again later.';
  await queries.storeOwnModel(key, viewer.userId, Buffer.from(wav));
  return undefined;
}

/** @throws NotFound */
export async function takeOwnModelAway(viewer: Viewer, lineId: string, place: unknown): Promise<void> {
  const line = await requireLine(viewer, lineId, 'edit');
  await queries.deleteOwnModel(await keyOf(line.id, place));
}
