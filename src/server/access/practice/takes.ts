import 'server-only';
import { z } from 'zod';
import { DONE, type Result } from '@/core/base';
import { STORED_COUNT_IN, USUAL_STYLE } from '@/core/counting';
import { JUDGING_VERSION } from '@/core/judging';
import { type Alongside, BACKINGS } from '@/core/playback';
import { LEAST_RATING, MOST_RATING, QUALITIES } from '@/core/practice';
import { writeWav } from '@/core/signal';
import { renderTaps } from '@/core/simulation';
import { mayDo } from '@/server/db/queries/attempts';
import { forgetFailure } from '@/server/db/queries/checks';
import { mayBeRecorded } from '@/server/db/queries/roster';
import * as pieces from '@/server/db/queries/take-pieces';
import * as queries from '@/server/db/queries/takes';
import { requestCheck } from '@/server/jobs/queue';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { refused } from '../read-form';
import { engravingsOf } from '../shelf/engravings';
import { maybePieceOfRecording, maybeWholeRecording } from './recording';
import { requireMusicOfStage } from './to-play';

/** Five minutes of 48 kHz 16-bit mono are 29 MB; a line takes one. */
export const MAXIMUM_TAKE_BYTES = 30_000_000;
/** More hand-ins than this in an hour are a stuck program, not a student. */
const HAND_INS = { most: 120, seconds: 3600 };
/** A range of a recording is sent in pieces of at most this. */
export const MAXIMUM_RANGE_BYTES = 1_000_000;

/** A take that waited on a device for longer than this was not played when it says. */
const LONGEST_WAIT_DAYS = 60;
const MOST_ECHO_TAPS = 4000;

const gain = z.number().min(0).max(4);
/** What a device says that it played; see `Alongside`. */
const alongsideForm: z.ZodType<Alongside> = z.object({
  startSeconds: z.number().min(-10).max(60),
  countIn: STORED_COUNT_IN,
  click: z.object({ gain, whilePlaying: z.boolean() }),
  model: z.object({ gain, wish: z.object({ ties: z.boolean(), slurs: z.boolean() }) }).optional(),
  backing: z.object({ gain, kind: z.enum(BACKINGS) }).optional(),
  path: z.object({
    sampleRate: z.number().int().min(8000).max(192_000),
    delaySamples: z.number().int().min(0).max(192_000),
    taps: z.array(z.number().min(-100).max(100)).min(1).max(MOST_ECHO_TAPS),
    roundTripSeconds: z.number().min(0).max(2),
  }),
});
/** Some or all of the qualities, out of ten. */
export const ratingForm = z.partialRecord(
  z.enum(QUALITIES),
  z.number().int().min(LEAST_RATING).max(MOST_RATING),
);

const MOST_TAPS = 2000;
/** Of a tapped take: its sound is made of them here. */
const tapsForm = z.object({
  seconds: z.array(z.number().min(0).max(600)).max(MOST_TAPS),
  durationSeconds: z.number().min(0.5).max(300),
});

const takeForm = z
  .object({
    id: z.uuid(),
    assignmentId: z.uuid(),
    askedBpm: z.coerce.number().int().min(20).max(400),
    source: z.enum(['recorded', 'tapped', 'file']),
    taps: tapsForm.optional(),
    stage: z.string().min(1).max(160).optional(),
    alongside: alongsideForm.optional(),
    selfRating: ratingForm.optional(),
    recordedAt: z.coerce.date().optional(),
  })
  .refine(({ source, taps }) => (source === 'tapped') === (taps !== undefined));

/** Said to somebody who is not to be recorded. */
const NOT_RECORDED =
  'Recordings of you are not taken in: nobody has agreed to them. You can tap, name and read; ask your teacher about the rest.';

export type HandIn =
  | { readonly ok: true; readonly takeId: string }
  | { readonly ok: false; readonly status: number; readonly problem: string };

/**
 * Stores a take and asks for its check. Handing in the same take again is harmless.
 * @param sent the recording, or that all pieces of it have come. @throws NotFound
 */
export async function handIn(viewer: Viewer, form: unknown, sent: Uint8Array | 'pieces'): Promise<HandIn> {
  const read = takeForm.safeParse(form);
  if (!read.success)
    return {
      ok: false,
      status: 400,
      problem: 'The recording came without saying what it is of. Reload the page and hand it in again.',
    };
  const { taps } = read.data;
  // Taps are no recording of anybody: they sound as they are made to sound here, whatever came with them.
  const audio = taps ? writeWav(renderTaps(taps.seconds, taps.durationSeconds)) : sent;
  // How much has come in pieces was looked at with each of them.
  if (audio !== 'pieces' && audio.length === 0)
    return { ok: false, status: 400, problem: 'The recording is empty. Choose or record another one.' };
  if (audio !== 'pieces' && audio.length > MAXIMUM_TAKE_BYTES)
    return {
      ok: false,
      status: 413,
      problem: 'The recording is larger than 30 MB. Record one line at a time.',
    };
  const { id, assignmentId, askedBpm, source, stage, alongside, selfRating } = read.data;
  const contentHash = await requireMusicOfStage(viewer, assignmentId, stage);
  if (!taps && !(await mayBeRecorded(viewer.userId)))
    return { ok: false, status: 403, problem: NOT_RECORDED };
  if (!(await mayDo(`hand-in:${viewer.userId}`, HAND_INS))) {
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
    audio: audio === 'pieces' ? audio : Buffer.from(audio),
    audio_type: source === 'file' ? 'upload' : 'wav',
    ...(alongside && { alongside: JSON.stringify(alongside) }),
    ...(selfRating && { self_rating: JSON.stringify(selfRating) }),
    recorded_at: believableTime(read.data.recordedAt),
  });
  const stored = await requireTake(viewer, id);
  if (stored.state === 'waiting') await requestCheck(id);
  return { ok: true, takeId: id };
}

/** A device's clock may be wrong: then the take was played when it came. */
function believableTime(claimed: Date | undefined): Date {
  const now = Date.now();
  const earliest = now - LONGEST_WAIT_DAYS * 24 * 3600 * 1000;
  const isBelievable = claimed && claimed.getTime() >= earliest && claimed.getTime() <= now;
  return isBelievable ? claimed : new Date(now);
}

/** A piece of a recording is this large at most; many arrive where one large body would not. */
export const MAXIMUM_PIECE_BYTES = 512_000;
/** More takes half under way are a stuck program, not a student. */
const MOST_UNFINISHED = 10;

/** Five hours of practice, every minute of it recorded. */
const MOST_BYTES_A_DAY = 1_000_000_000;

export type PieceAnswer =
  /** How much of the recording is here; the next piece begins there. */
  | { readonly kind: 'received'; readonly bytes: number }
  | { readonly kind: 'refused'; readonly status: number; readonly problem: string };

const pieceForm = z.object({ id: z.uuid(), from: z.coerce.number().int().min(0).max(MAXIMUM_TAKE_BYTES) });

/**
 * Takes in the next piece of a recording. The same piece again, or one out of its place, changes nothing; the answer says
 * where to go on. @throws NotFound
 */
export async function receivePiece(viewer: Viewer, form: unknown, bytes: Uint8Array): Promise<PieceAnswer> {
  if (viewer.role !== 'student') throw new NotFound();
  const read = pieceForm.safeParse(form);
  if (!read.success || bytes.length > MAXIMUM_PIECE_BYTES) throw new NotFound();
  const { id, from } = read.data;
  const owner = await pieces.maybeOwnerOfPieces(id);
  if (owner !== undefined && owner !== viewer.userId) throw new NotFound();
  const received = await pieces.receivedBytes(id, viewer.userId);
  if (from !== received || bytes.length === 0) return { kind: 'received', bytes: received };
  if (from + bytes.length > MAXIMUM_TAKE_BYTES)
    return {
      kind: 'refused',
      status: 413,
      problem: 'The recording is larger than 30 MB. Record one line at a time.',
    };
  if (received === 0) {
    if ((await queries.bytesOfDay(viewer.userId)) > MOST_BYTES_A_DAY)
      return {
        kind: 'refused',
        status: 429,
        problem: 'That were very many recordings for one day. They wait on this device; try again tomorrow.',
      };
    if ((await pieces.countUnfinished(viewer.userId)) >= MOST_UNFINISHED)
      return {
        kind: 'refused',
        status: 429,
        problem: 'Too many recordings are half under way. They wait on this device; try again later.',
      };
  }
  await pieces.insertPiece({
    take_id: id,
    student_id: viewer.userId,
    from_byte: from,
    bytes: Buffer.from(bytes),
  });
  return { kind: 'received', bytes: await pieces.receivedBytes(id, viewer.userId) };
}

/**
 * Makes a take of the pieces that have come. Handing in the same take again is harmless.
 * @param bytes of the whole recording.
 * @returns `incomplete` with what is here, when some are missing. @throws NotFound
 */
export async function completeTake(
  viewer: Viewer,
  form: unknown,
  bytes: unknown,
): Promise<HandIn | { readonly ok: 'incomplete'; readonly bytes: number }> {
  const id = z.object({ id: z.uuid() }).safeParse(form);
  const length = z.number().int().min(1).max(MAXIMUM_TAKE_BYTES).safeParse(bytes);
  if (!id.success || !length.success) throw new NotFound();
  if (viewer.role !== 'student') throw new NotFound();
  const known = await maybeWhole(viewer, id.data.id);
  if (known) return known;
  const asked = takeForm.safeParse(form);
  // The sound of taps is made here: nothing is on its way.
  if (asked.success && asked.data.source === 'tapped') return takenIn(viewer, form, new Uint8Array());
  const received = await pieces.receivedBytes(id.data.id, viewer.userId);
  if (received === length.data) return takenIn(viewer, form, 'pieces');
  // Who may not play the line is told as little as by handing in.
  if (asked.success) await requireMusicOfStage(viewer, asked.data.assignmentId, asked.data.stage);
  // The same take may have become whole meanwhile, by a request that came twice.
  return (await maybeWhole(viewer, id.data.id)) ?? { ok: 'incomplete', bytes: received };
}

/** Hands in, and forgets the pieces: what is not taken in for good does not stay, either. */
async function takenIn(viewer: Viewer, form: unknown, sent: Uint8Array | 'pieces'): Promise<HandIn> {
  const handedIn = await handIn(viewer, form, sent);
  if (handedIn.ok || handedIn.status === 403) await pieces.deletePieces((form as { id: string }).id);
  return handedIn;
}

/** The answer for a take that is whole already; undefined when it is not, and for another student's alike. */
async function maybeWhole(viewer: Viewer, takeId: string): Promise<HandIn | undefined> {
  const known = await queries.maybeTakeOwners(takeId);
  if (known?.studentId !== viewer.userId) return undefined;
  await pieces.deletePieces(known.id);
  if (known.state === 'waiting') await requestCheck(known.id);
  return { ok: true, takeId: known.id };
}

/** A take its student or the class's teacher may see. @throws NotFound */
export async function requireTake(viewer: Viewer, takeId: string) {
  const take = z.uuid().safeParse(takeId).success ? await queries.maybeTakeOwners(takeId) : undefined;
  const isTheirs =
    take &&
    (viewer.role === 'teacher' ? take.teacherIds.includes(viewer.userId) : take.studentId === viewer.userId);
  if (!isTheirs) throw new NotFound();
  return take;
}

/** A take with line, engraving and verdict. @throws NotFound */
export async function getTake(viewer: Viewer, takeId: string) {
  await requireTake(viewer, takeId);
  const take = await queries.maybeTake(takeId);
  if (!take) throw new NotFound();
  const { levelsDb, pitches, verdict, remark, remarkTakeId, hasAudio, audioType, problem, ...rest } = take;
  return {
    ...rest,
    /** Whether it can be played; an upload that nobody could read cannot. */
    canBePlayed: hasAudio && audioType !== 'upload',
    hasAudio,
    // A reason to listen is the teacher's business alone.
    remark: viewer.role === 'teacher' ? remark : null,
    remarkTakeId: viewer.role === 'teacher' ? remarkTakeId : null,
    // What an earlier judge has said is on its way to be said anew; where that cannot be, it stands as it was said.
    verdict:
      verdict && (verdict.version >= JUDGING_VERSION || !hasAudio || problem !== null) ? verdict : null,
    levelsDb: levelsDb ?? [],
    // Facts of an earlier ear have no course of the pitch.
    pitches: pitches ?? [],
    engravings: await engravingsOf(take.contentHash, take.counting ?? USUAL_STYLE),
  };
}

/** Asks for a check that has failed once more. @throws NotFound for anybody but a teacher of the class. */
export async function checkAgain(viewer: Viewer, takeId: string): Promise<Result<undefined>> {
  assertTeacher(viewer);
  await requireTake(viewer, takeId);
  if (!(await forgetFailure(takeId)))
    return refused('There is nothing to check again: reload the page to see how it stands.');
  await requestCheck(takeId);
  return DONE;
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
  const audio = await maybePieceOfRecording(takeId, from, end);
  if (!audio) throw new NotFound();
  return audio;
}

/** A whole recording, to be kept. @throws NotFound */
export async function getWholeTake(viewer: Viewer, takeId: string): Promise<Uint8Array> {
  await requireTake(viewer, takeId);
  const audio = await maybeWholeRecording(takeId);
  if (!audio) throw new NotFound();
  return audio;
}

/** What the same student played before of the same line, newest first; at most five. @throws NotFound */
export async function listEarlierTakes(viewer: Viewer, takeId: string) {
  await requireTake(viewer, takeId);
  return queries.listEarlierTakes(takeId);
}
