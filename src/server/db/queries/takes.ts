import { sql } from 'kysely';
import type { Heard } from '@/core/listening';
import { type Outcome, outcomeOf } from '@/core/practice';
import { database } from '../connection';
import { asOverruled, overrulesOf } from './overrules';
import { STANDING_OF_TAKE } from './standing-of-take';
import { isTaughtBy, TEACHER_IDS } from './teaching';

export interface NewTake {
  readonly id: string;
  readonly assignment_id: string;
  readonly student_id: string;
  readonly asked_bpm: number;
  readonly stage?: string;
  readonly content_hash: string;
  readonly source: 'recorded' | 'tapped' | 'file' | 'simulated';
  /** Or what has come of it in pieces: they are joined where they lie. Null where the recording is gone. */
  readonly audio: Buffer | 'pieces' | null;
  readonly audio_type: 'wav' | 'upload';
  /** JSON. */
  readonly alongside?: string;
  readonly self_rating?: string;
  readonly recorded_at?: Date;
  readonly handed_in_at?: Date;
  readonly audio_removed_at?: Date;
}

/** The whole recording from its pieces, in the order of their places. */
const joinedPieces = ({ id, student_id }: NewTake) => sql<Buffer>`(
  select string_agg(bytes, ''::bytea order by from_byte) from take_piece where take_id = ${id} and student_id = ${student_id}
)`;

/** @returns false when a take with this id is already there: handing in again changes nothing. */
export async function insertTake(take: NewTake): Promise<boolean> {
  const inserted = await database()
    .insertInto('take')
    .values({ ...take, audio: take.audio === 'pieces' ? joinedPieces(take) : take.audio })
    .onConflict((conflict) => conflict.column('id').doNothing())
    .returning('id')
    .executeTakeFirst();
  return inserted !== undefined;
}

/** Whose a take is and how far its check is: little, for what is asked often. */
export function maybeTakeOwners(takeId: string) {
  return database()
    .selectFrom('take')
    .innerJoin('assignment', 'assignment.id', 'take.assignment_id')
    .innerJoin('class', 'class.id', 'assignment.class_id')
    .select([
      'take.id',
      'take.state',
      'take.student_id as studentId',
      'assignment.line_id as lineId',
      'class.id as classId',
      TEACHER_IDS.as('teacherIds'),
    ])
    .where('take.id', '=', takeId)
    .executeTakeFirst();
}

export function maybeTake(takeId: string) {
  return database()
    .selectFrom('take')
    .innerJoin('assignment', 'assignment.id', 'take.assignment_id')
    .innerJoin('class', 'class.id', 'assignment.class_id')
    .innerJoin('line', 'line.id', 'assignment.line_id')
    .innerJoin('music', 'music.content_hash', 'take.content_hash')
    .innerJoin('user', 'user.id', 'take.student_id')
    .leftJoin('take_check', 'take_check.take_id', 'take.id')
    .leftJoin('take_answer', 'take_answer.take_id', 'take.id')
    .select([
      'take.id',
      'user.name as studentName',
      'take.asked_bpm as askedBpm',
      'take.source',
      'take.state',
      'take.failure',
      'take.problem',
      'take.handed_in_at as handedInAt',
      'take.audio_removed_at as audioRemovedAt',
      sql<boolean>`take.audio is not null`.as('hasAudio'),
      'take.audio_type as audioType',
      'assignment.id as assignmentId',
      'line.number as lineNumber',
      'take.content_hash as contentHash',
      'take.stage',
      'take.self_rating as selfRating',
      'take.recorded_at as recordedAt',
      'music.line',
      'class.name as className',
      'class.vocabulary',
      'class.counting',
      // Of what was heard only what is drawn: the rest is a multiple of it.
      sql<Heard['levelsDb'] | null>`take_check.heard -> 'levelsDb'`.as('levelsDb'),
      sql<Heard['pitches'] | null>`take_check.heard -> 'pitches'`.as('pitches'),
      'take_check.verdict',
      'take_check.remark',
      'take_check.remark_take_id as remarkTakeId',
      'assignment.start_bpm as startBpm',
      'assignment.goal_bpm as goalBpm',
      'assignment.plan',
      'take_answer.answer',
      'take_answer.comment',
      'take_answer.passage',
      'take_answer.rating',
    ])
    .where('take.id', '=', takeId)
    .executeTakeFirst();
}

function takeRows() {
  return database()
    .selectFrom('take')
    .innerJoin('assignment', 'assignment.id', 'take.assignment_id')
    .innerJoin('class', 'class.id', 'assignment.class_id')
    .innerJoin('line', 'line.id', 'assignment.line_id')
    .innerJoin('user', 'user.id', 'take.student_id')
    .leftJoin('take_check', 'take_check.take_id', 'take.id')
    .leftJoin('take_answer', 'take_answer.take_id', 'take.id')
    .select(STANDING_OF_TAKE)
    .select([
      'user.name as studentName',
      'line.title as lineTitle',
      'line.number as lineNumber',
      'take_answer.comment',
      'take_check.measures',
    ])
    .select(overrulesOf('take.id').as('overrules'));
}

type Row = Awaited<ReturnType<ReturnType<typeof takeRows>['execute']>>[number];

/** With the teacher's word in its measures, and what they come to; null before there is a verdict. */
export type TakeRow = Row & { readonly outcome: Outcome | null };

function withOutcome<Judged extends Row>(rows: readonly Judged[]): (Judged & TakeRow)[] {
  return asOverruled(rows).map((row) => ({
    ...row,
    outcome: row.verdictState && outcomeOf(row.verdictState, row.measures ?? []),
  }));
}

/** The last answers are enough to look back on. */
const MOST_ANSWERED = 15;

/** What was answered last in the classes of a teacher, newest first. */
export async function listAnsweredTakes(teacherId: string) {
  return withOutcome(
    await takeRows()
      .where(isTaughtBy(teacherId))
      .where('take_answer.answered_at', 'is not', null)
      .orderBy('take_answer.answered_at', 'desc')
      .limit(MOST_ANSWERED)
      .execute(),
  );
}

/** All takes of a student on what still stands, or on one assignment: where the student is depends on every one of them. */
export async function listTakesOfStudent(studentId: string, assignmentId?: string) {
  return withOutcome(
    await takeRows()
      .where('take.student_id', '=', studentId)
      .where('assignment.withdrawn_at', 'is', null)
      .$if(assignmentId !== undefined, (query) => query.where('assignment.id', '=', assignmentId!))
      .orderBy('take.handed_in_at', 'desc')
      .execute(),
  );
}

/** Whose takes on a line were judged, newest first, with their measures as the teacher hears them. */
export async function listJudgedOfAssignment(assignmentId: string) {
  return asOverruled(
    await database()
      .selectFrom('take')
      .innerJoin('take_check', 'take_check.take_id', 'take.id')
      .select(['take.student_id as studentId', 'take_check.measures'])
      .select(overrulesOf('take.id').as('overrules'))
      .where('take.assignment_id', '=', assignmentId)
      .where('take_check.verdict_state', '=', 'judged')
      .orderBy('take.handed_in_at', 'desc')
      .execute(),
  );
}

/** So many takes back a teacher compares. */
const MOST_EARLIER = 5;

/** What the same student handed in before of the same line, newest first. */
export async function listEarlierTakes(takeId: string) {
  const rows = await takeRows()
    .innerJoin('take as later', (join) =>
      join
        .onRef('later.student_id', '=', 'take.student_id')
        .onRef('later.assignment_id', '=', 'take.assignment_id')
        .onRef('later.handed_in_at', '>', 'take.handed_in_at'),
    )
    .where('later.id', '=', takeId)
    .where('take.state', '=', 'checked')
    .select(sql<boolean>`take.content_hash = later.content_hash`.as('isSameMusic'))
    .orderBy('take.handed_in_at', 'desc')
    .limit(MOST_EARLIER)
    .execute();
  return withOutcome(rows);
}

/** Bytes `from` to `to` (exclusive) of a recording, and its whole length. */
export function readAudio(takeId: string, from: number, to: number) {
  return database()
    .selectFrom('take')
    .select([
      sql<number>`octet_length(audio)`.as('length'),
      sql<Buffer>`substring(audio from ${from + 1}::int for ${to - from}::int)`.as('bytes'),
      'audio_type as audioType',
    ])
    .where('id', '=', takeId)
    .where('audio', 'is not', null)
    .executeTakeFirst();
}

/** Bytes of recordings that a student has sent within a day, those that are still arriving among them. */
export async function bytesOfDay(studentId: string): Promise<number> {
  const { rows } = await sql<{ bytes: number }>`
    select (
      coalesce((
        select sum(octet_length(audio)) from take
        where student_id = ${studentId} and handed_in_at > now() - interval '1 day'
      ), 0) + coalesce((
        select sum(octet_length(bytes)) from take_piece where student_id = ${studentId}
      ), 0)
    )::float as bytes`.execute(database());
  return rows[0]!.bytes;
}
