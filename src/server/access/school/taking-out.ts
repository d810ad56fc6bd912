import 'server-only';
import { writeMusicXml } from '@/core/formats';
import type { Score } from '@/core/notation';
import type { VoiceKind } from '@/core/review';
import { type TakeRecord, takesCsv } from '@/core/school';
import { listStageWords } from '@/server/db/queries/assignments';
import { mayDo } from '@/server/db/queries/attempts';
import { listKnown } from '@/server/db/queries/drills';
import { maybePartForStudent } from '@/server/db/queries/music';
import { listSpells, maybeBook } from '@/server/db/queries/practice-book';
import { listRoster, maybeMembership } from '@/server/db/queries/roster';
import * as queries from '@/server/db/queries/taking-out';
import { maybeWholeVoice } from '@/server/db/queries/voices';
import type { Viewer } from '../account/viewer';
import { maybeWholeRecording } from '../practice/recording';
import { requireOwnClass } from './classes';
import { requireRecordOf } from './roster';

/** A file of an archive, one at a time: recordings of a class do not fit into memory together. */
export interface ArchivedFile {
  readonly path: string;
  readonly bytes: Uint8Array;
  /** Packed sound hardly gets smaller. */
  readonly isPacked: boolean;
}

export interface Archive {
  /** Without its ending. */
  readonly name: string;
  readonly files: AsyncIterable<ArchivedFile>;
}

/** More than these in an hour are a stuck program, and each reads every recording. */
const ARCHIVES = { most: 20, seconds: 3600 };

/** Counts one more archive of the viewer's; false when there were too many of late. */
export async function mayTakeOut(viewer: Viewer): Promise<boolean> {
  return mayDo(`take-out:${viewer.userId}`, ARCHIVES);
}

/** Everything of a student, for the student and the teacher. @throws NotFound */
export async function takeOutStudent(viewer: Viewer, studentId: string): Promise<Archive> {
  const membership = await requireRecordOf(viewer, studentId);
  return { name: fileName(membership.name), files: filesOfStudent(membership, '') };
}

/** Everything of everybody who is or was in a class. @throws NotFound */
export async function takeOutClass(viewer: Viewer, classId: string): Promise<Archive> {
  const owned = await requireOwnClass(viewer, classId);
  const students = await listRoster(owned.id);
  async function* files() {
    const { id, name, code, vocabulary, counting, strictness, own_ears, pace, created_at } = owned;
    yield json('class.json', {
      id,
      name,
      code,
      vocabulary,
      counting,
      strictness,
      ownEars: own_ears,
      pace,
      createdAt: created_at,
      students: students.map(({ takeCount: _, ...student }) => student),
    });
    for (const student of students) {
      const membership = await maybeMembership(student.id);
      if (membership)
        yield* filesOfStudent(membership, `students/${fileName(`${student.name} ${student.userName}`)}/`);
    }
  }
  return { name: fileName(owned.name), files: files() };
}

type Membership = NonNullable<Awaited<ReturnType<typeof maybeMembership>>>;

async function* filesOfStudent(membership: Membership, folder: string): AsyncGenerator<ArchivedFile> {
  const { studentId, classId } = membership;
  const [takes, words, given, reading, practised, book] = await Promise.all([
    queries.listTakesToTakeOut(studentId),
    listStageWords(studentId),
    queries.listGivenToStudent(studentId),
    listKnown(studentId),
    listSpells(studentId),
    maybeBook(studentId),
  ]);
  const recordings = new Map(
    takes.flatMap(({ id, lineNumber, askedBpm, handedInAt, audioRemovedAt, audioType }) => {
      const day = handedInAt.toISOString().slice(0, 10);
      const ending = audioType === 'upload' ? 'bin' : 'wav';
      const path = `recordings/${day} line ${lineNumber} at ${askedBpm} ${id.slice(0, 8)}.${ending}`;
      return audioRemovedAt ? [] : [[id, path] as const];
    }),
  );
  const { name, userName, className, instrument, consent, consentNotedAt, leftAt } = membership;
  yield text(`${folder}read-me.txt`, READ_ME);
  yield json(`${folder}student.json`, {
    name,
    userName,
    className,
    instrument,
    consent,
    consentNotedAt,
    leftAt,
    given,
    words,
    reading,
    practised,
    practiceBook: book,
    takes: takes.map(({ measures: _, voices, ...take }) => ({
      ...take,
      recording: recordings.get(take.id),
      answersRecorded: voicePaths(take.id, voices).map(({ path }) => path),
    })),
  });
  yield text(`${folder}takes.csv`, takesCsv(takes.map((take) => recordOf(take, recordings.get(take.id)))));
  const written = new Set<string>();
  for (const { lineId, lineNumber, lineTitle } of given) {
    const part = written.has(lineId) ? undefined : await maybePartForStudent(lineId, studentId, classId);
    written.add(lineId);
    if (!part) continue;
    const score: Score = { title: part.line.title, composer: undefined, parts: [part.line.part] };
    yield text(`${folder}lines/${fileName(`${lineNumber} ${lineTitle}`)}.musicxml`, writeMusicXml(score));
  }
  for (const [takeId, path] of recordings) {
    const bytes = await maybeWholeRecording(takeId);
    if (bytes) yield { path: `${folder}${path}`, bytes, isPacked: true };
  }
  for (const { id, voices } of takes) {
    for (const { kind, path } of voicePaths(id, voices)) {
      const bytes = await maybeWholeVoice(id, kind);
      if (bytes) yield { path: `${folder}${path}`, bytes, isPacked: true };
    }
  }
}

/** Where what a teacher said or played to a take lies. */
const voicePaths = (takeId: string, kinds: readonly VoiceKind[]) =>
  kinds.map((kind) => ({ kind, path: `answers/${takeId.slice(0, 8)} ${kind}.wav` }));

type TakeToTakeOut = Awaited<ReturnType<typeof queries.listTakesToTakeOut>>[number];

function recordOf(take: TakeToTakeOut, recording: string | undefined): TakeRecord {
  return {
    handedInAt: take.handedInAt.toISOString(),
    lineNumber: take.lineNumber,
    lineTitle: take.lineTitle,
    stage: take.stage ?? undefined,
    askedBpm: take.askedBpm,
    playedBpm: take.verdict?.tempo.playedBpm,
    verdict: take.verdict?.state,
    measures: take.measures ?? [],
    selfRating: take.selfRating ?? {},
    answer: take.answer ?? undefined,
    comment: take.comment ?? undefined,
    recording,
  };
}

/** Letters, digits and blanks only: a name must never be a path. */
function fileName(name: string): string {
  return (
    name
      .normalize('NFC')
      .replace(/[^\p{L}\p{N} _-]+/gu, '')
      .trim()
      .slice(0, 80) || 'unnamed'
  );
}

const encoder = new TextEncoder();
const text = (path: string, content: string): ArchivedFile => ({
  path,
  bytes: encoder.encode(content),
  isPacked: false,
});
const json = (path: string, value: unknown) => text(path, `${JSON.stringify(value, null, 2)}\n`);

const READ_ME = `What is in here
student.json   everything Mevlo knows: who, what was given out, every take with what was heard, the verdict,
               the teacher's answer and overrules, what was practised when, what can be read (JSON; times in UTC)
takes.csv      one row a take (CSV, RFC 4180, UTF-8)
lines/         the music as this student reads it (MusicXML)
recordings/    what was handed in (WAV, 16 bit; .bin: an upload that could not be read)
answers/       what the teacher said or played to a take (WAV, 16 bit)

Recordings are of children. School policy and local law decide who may keep them, where and for how long.
`;
