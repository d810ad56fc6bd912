import { sql } from 'kysely';
import type { Following } from '@/core/following';
import type { Verdict } from '@/core/judging';
import type { Heard } from '@/core/listening';
import type { Outline, Remark } from '@/core/review';
import { database } from '../connection';
import { isNotOfLately } from './clock';
import { ON_ITS_WAY_SECONDS, withoutLiveJob } from './live-jobs';

/** Of ear, follower and judge. */
export interface Versions {
  readonly heard: number;
  readonly following: number;
  readonly verdict: number;
}

/**
 * Counts that a check begins, and gives what it needs.
 * @returns undefined when the recording is gone, or was checked by these versions already.
 */
export async function beginCheck(takeId: string, versions: Versions) {
  const begun = await database()
    .updateTable('take')
    .set((e) => ({ checks_begun: e('checks_begun', '+', 1), check_alive_at: sql`now()` }))
    .where('id', '=', takeId)
    .where('audio', 'is not', null)
    .where((e) => e.or([e('state', '<>', 'checked'), e.not(e.exists(currentCheckOf(takeId, versions)))]))
    .returning('checks_begun as checksBegun')
    .executeTakeFirst();
  if (!begun) return undefined;
  const take = await database()
    .selectFrom('take')
    .innerJoin('music', 'music.content_hash', 'take.content_hash')
    .innerJoin('assignment', 'assignment.id', 'take.assignment_id')
    .innerJoin('class', 'class.id', 'assignment.class_id')
    .select([
      'take.id',
      sql<Buffer>`take.audio`.as('audio'),
      'take.audio_type as audioType',
      'take.asked_bpm as askedBpm',
      'take.alongside',
      'take.stage',
      'music.line',
      'assignment.plan',
      'class.strictness',
    ])
    .where('take.id', '=', takeId)
    .where('take.audio', 'is not', null)
    .executeTakeFirst();
  return take && { ...take, ...begun };
}

const currentCheckOf = (takeId: string, { heard, following, verdict }: Versions) =>
  database()
    .selectFrom('take_check')
    .select('take_id')
    .where('take_id', '=', takeId)
    .where('heard_version', '>=', heard)
    .where('following_version', '>=', following)
    .where('verdict_version', '>=', verdict);

/** A check that was begun in vain, for no fault of its own, does not count. */
export async function giveBackCheck(takeId: string): Promise<void> {
  await database()
    .updateTable('take')
    .set((e) => ({ checks_begun: e('checks_begun', '-', 1) }))
    .where('id', '=', takeId)
    .where('checks_begun', '>', 0)
    .execute();
}

/** A check that is at work says so; see `listAbandonedChecks`. */
export async function noteCheckIsAlive(takeId: string): Promise<void> {
  await database().updateTable('take').set({ check_alive_at: sql`now()` }).where('id', '=', takeId).execute();
}

/** What is needed to judge the takes of a class anew from the facts that are stored. */
export function listChecksOfClass(classId: string) {
  return database()
    .selectFrom('take_check')
    .innerJoin('take', 'take.id', 'take_check.take_id')
    .innerJoin('assignment', 'assignment.id', 'take.assignment_id')
    .innerJoin('class', 'class.id', 'assignment.class_id')
    .innerJoin('music', 'music.content_hash', 'take.content_hash')
    .select([
      'take.id',
      'take.asked_bpm as askedBpm',
      'take.stage',
      'take_check.following',
      'music.line',
      'assignment.plan',
      'class.strictness',
    ])
    .where('class.id', '=', classId)
    .orderBy('take.handed_in_at', 'desc')
    .execute();
}

/** By which policy every take of a class was judged, and by what it is to be judged now. */
export function listPoliciesOfClass(classId: string) {
  return database()
    .selectFrom('take_check')
    .innerJoin('take', 'take.id', 'take_check.take_id')
    .innerJoin('assignment', 'assignment.id', 'take.assignment_id')
    .innerJoin('class', 'class.id', 'assignment.class_id')
    .select(['take.stage', 'assignment.plan', 'class.strictness'])
    .select(sql<string>`take_check.verdict->'policy'->>'name'`.as('judgedBy'))
    .where('class.id', '=', classId)
    .execute();
}

/** Takes whose facts an earlier ear, follower or judge has left. */
export function listOutdatedTakes(versions: Versions) {
  return (
    database()
      .selectFrom('take_check')
      .innerJoin('take', 'take.id', 'take_check.take_id')
      .select('take_id as id')
      .where('take.audio', 'is not', null)
      // What threw each time is not tried again by itself.
      .where('take.problem', 'is', null)
      .where((eb) =>
        eb.or([
          eb('heard_version', '<', versions.heard),
          eb('following_version', '<', versions.following),
          eb('verdict_version', '<', versions.verdict),
        ]),
      )
      .execute()
  );
}

export async function storeVerdict(takeId: string, verdict: Verdict): Promise<void> {
  await database()
    .updateTable('take_check')
    .set({ verdict: JSON.stringify(verdict), checked_at: sql`now()` })
    .where('take_id', '=', takeId)
    .execute();
}

/** Why a take should be heard, and the take it is like, if any. */
export interface Remarked {
  readonly remark: Remark;
  readonly takeId?: string;
}

/** So many earlier takes of the same music are compared with a new one. */
const MOST_COMPARED = 400;

/** What earlier takes of the same music are known again by, in all classes of the teacher, newest first. */
export async function listOutlinesBefore(take: {
  readonly teacherId: string;
  readonly contentHash: string;
  readonly handedInAt: Date;
}) {
  return database()
    .selectFrom('take')
    .innerJoin('take_check', 'take_check.take_id', 'take.id')
    .innerJoin('assignment', 'assignment.id', 'take.assignment_id')
    .innerJoin('class', 'class.id', 'assignment.class_id')
    .select(['take.id', 'take.student_id as studentId'])
    .select(sql<Outline>`take_check.outline`.as('outline'))
    .where('class.teacher_id', '=', take.teacherId)
    .where('take.content_hash', '=', take.contentHash)
    .where('take.handed_in_at', '<', take.handedInAt)
    .where('take_check.outline', 'is not', null)
    .orderBy('take.handed_in_at', 'desc')
    .limit(MOST_COMPARED)
    .execute();
}

/** Stores facts and verdict, and the decoded sound when there is one, all or nothing. */
export async function storeCheck(
  takeId: string,
  check: {
    readonly heard: Heard;
    readonly following: Following;
    readonly verdict: Verdict;
    readonly outline: Outline;
  },
  decodedWav: Buffer | undefined,
): Promise<void> {
  const values = {
    heard: JSON.stringify(check.heard),
    following: JSON.stringify(check.following),
    verdict: JSON.stringify(check.verdict),
    outline: JSON.stringify(check.outline),
  };
  await database()
    .transaction()
    .execute(async (db) => {
      await db
        .insertInto('take_check')
        .values({ take_id: takeId, ...values })
        .onConflict((conflict) =>
          conflict.column('take_id').doUpdateSet({ ...values, checked_at: sql`now()`, finished_at: null }),
        )
        .execute();
      await db
        .updateTable('take')
        .set({
          state: 'checked',
          failure: null,
          problem: null,
          checks_begun: 0,
          ...(decodedWav && { audio: decodedWav, audio_type: 'wav' as const }),
        })
        .where('id', '=', takeId)
        .execute();
    });
}

/** What comes after a check is done: a reason to listen, if there is one, and the recording in fewer bytes. */
export async function finishCheck(
  takeId: string,
  remarked: Remarked | undefined,
  flac: Buffer | undefined,
): Promise<void> {
  await database()
    .transaction()
    .execute(async (db) => {
      await db
        .updateTable('take_check')
        .set({
          remark: remarked?.remark ?? null,
          remark_take_id: remarked?.takeId ?? null,
          finished_at: sql`now()`,
        })
        .where('take_id', '=', takeId)
        .execute();
      if (!flac) return;
      await db
        .updateTable('take')
        .set({ audio: flac, audio_type: 'flac' })
        .where('id', '=', takeId)
        .where('audio_type', '=', 'wav')
        .where('audio', 'is not', null)
        .execute();
    });
}

/** What is needed after a check. */
export function maybeCheckToFinish(takeId: string) {
  return database()
    .selectFrom('take')
    .innerJoin('take_check', 'take_check.take_id', 'take.id')
    .innerJoin('music', 'music.content_hash', 'take.content_hash')
    .innerJoin('assignment', 'assignment.id', 'take.assignment_id')
    .innerJoin('class', 'class.id', 'assignment.class_id')
    .select([
      'take.audio',
      'take.audio_type as audioType',
      'take.asked_bpm as askedBpm',
      'take.student_id as studentId',
      'take.content_hash as contentHash',
      'take.handed_in_at as handedInAt',
      'class.teacher_id as teacherId',
      'music.line',
      'take_check.heard',
      'take_check.following',
      'take_check.verdict',
    ])
    .select(sql<Outline>`take_check.outline`.as('outline'))
    .where('take.id', '=', takeId)
    .where('take_check.outline', 'is not', null)
    .executeTakeFirst();
}

/** What went wrong with a check, in the words of the program: for whoever looks after the installation. */
export async function storeProblem(takeId: string, problem: string): Promise<void> {
  await database()
    .updateTable('take')
    .set({ problem: problem.slice(0, MOST_PROBLEM_LETTERS) })
    .where('id', '=', takeId)
    .execute();
}

const MOST_PROBLEM_LETTERS = 500;

/** The check is over without a verdict. One that an earlier ear has given stays. @param failure for student and teacher. */
export async function storeFailure(takeId: string, failure: string): Promise<void> {
  await database()
    .updateTable('take')
    .set({ state: 'failed', failure })
    .where('id', '=', takeId)
    .where('state', '=', 'waiting')
    .execute();
}

/** A failed check is to be tried again, as if it had never been. @returns false when it had not failed. */
export async function forgetFailure(takeId: string): Promise<boolean> {
  const forgotten = await database()
    .updateTable('take')
    .set({ state: 'waiting', failure: null, problem: null, checks_begun: 0 })
    .where('id', '=', takeId)
    .where('state', '=', 'failed')
    .where('audio', 'is not', null)
    .returning('id')
    .executeTakeFirst();
  return forgotten !== undefined;
}

/** Takes of the same student that were handed in before this one and still wait. */
export async function countWaitingBefore(takeId: string): Promise<number> {
  const { count } = await database()
    .selectFrom('take')
    .innerJoin('take as other', (join) =>
      join
        .onRef('other.student_id', '=', 'take.student_id')
        .onRef('other.handed_in_at', '<', 'take.handed_in_at')
        .on('other.state', '=', 'waiting'),
    )
    .select(sql<number>`count(*)::int`.as('count'))
    .where('take.id', '=', takeId)
    .executeTakeFirstOrThrow();
  return count;
}

/** Takes that wait, and for whose check nothing is queued. @param queueName of the checks. */
export function listForgottenTakes(queueName: string) {
  return database()
    .selectFrom('take')
    .select('id')
    .where('state', '=', 'waiting')
    .where('audio', 'is not', null)
    .where(isNotOfLately(sql.ref('handed_in_at'), ON_ITS_WAY_SECONDS))
    .where(withoutLiveJob(queueName, sql.ref('take.id')))
    .orderBy('handed_in_at')
    .execute();
}

/** Checked takes whose last step is neither done nor queued. @param queueName of that step. */
export function listUnfinishedTakes(queueName: string) {
  return database()
    .selectFrom('take_check')
    .innerJoin('take', 'take.id', 'take_check.take_id')
    .select('take.id')
    .where('take_check.finished_at', 'is', null)
    .where('take_check.outline', 'is not', null)
    .where(isNotOfLately(sql.ref('take_check.checked_at'), ON_ITS_WAY_SECONDS))
    .where(withoutLiveJob(queueName, sql.ref('take.id')))
    .execute();
}

/** A check that has said nothing for so long is at work no more: its process ended. */
const SILENT_SECONDS = 5;

/** Jobs of checks that somebody had begun who is not there any more. @param queueName of the checks. */
export async function listAbandonedChecks(queueName: string): Promise<readonly string[]> {
  const { rows } = await sql<{ id: string }>`
    select job.id from pgboss.job left join take on take.id::text = job.singleton_key
    where job.name = ${queueName} and job.state = 'active'
      and ${isNotOfLately(sql`job.started_on`, SILENT_SECONDS)}
      and ${isNotOfLately(sql`coalesce(take.check_alive_at, job.started_on)`, SILENT_SECONDS)}`.execute(
    database(),
  );
  return rows.map(({ id }) => id);
}
