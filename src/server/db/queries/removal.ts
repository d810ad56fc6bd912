import { sql, type Transaction } from 'kysely';
import { database } from '../connection';
import type { Database } from '../schema';
import { emptyOldBins } from './bin';
import { trustInClock } from './clock';
import { isTaughtBy } from './teaching';

/** A warning stands for so many days before a recording goes. */
export const WARNING_DAYS = 14;

/** When the recording of a take goes: after its time, and never before the warning stood long enough. */
const GOES_AT = sql<Date>`greatest(
  take.handed_in_at + make_interval(days => class.keep_days),
  class.keep_days_since + make_interval(days => ${WARNING_DAYS})
)`;

/**
 * Removes everything of some students for good. Whatever hangs on them goes by the foreign keys; attempts and jobs know them by name alone.
 * @returns how many takes went with them.
 */
async function removeStudents(db: Transaction<Database>, studentIds: readonly string[]): Promise<number> {
  if (studentIds.length === 0) return 0;
  const takes = await db.selectFrom('take').select('id').where('student_id', 'in', studentIds).execute();
  const takeIds = takes.map(({ id }) => id);
  await sql`delete from attempt where exists (
    select from unnest(${studentIds}::text[]) as student (id) where attempt.subject like '%:' || student.id
  )`.execute(db);
  const { rows } = await sql<{ name: string }>`
    select table_name as name from information_schema.tables
    where table_schema = 'pgboss' and table_name in ('job', 'archive')`.execute(db);
  for (const { name } of rows)
    await sql`delete from ${sql.table(`pgboss.${name}`)} where data ->> 'takeId' = any(${takeIds})`.execute(
      db,
    );
  await db.deleteFrom('user').where('id', 'in', studentIds).where('role', '=', 'student').execute();
  return takeIds.length;
}

/** Removes everything of a student for good, and keeps a record that it was, without saying whose. */
export async function removeStudent(student: {
  readonly studentId: string;
  readonly teacherId: string;
  readonly className: string;
}): Promise<{ readonly takeCount: number }> {
  const { studentId, teacherId, className } = student;
  return database()
    .transaction()
    .execute(async (db) => {
      const takeCount = await removeStudents(db, [studentId]);
      await db
        .insertInto('removal')
        .values({
          teacher_id: teacherId,
          class_name: className,
          kind: 'student',
          reason: 'asked',
          take_count: takeCount,
        })
        .execute();
      return { takeCount };
    });
}

/** Everybody who is or was in some classes. */
const studentsOf = async (db: Transaction<Database>, classIds: readonly string[]): Promise<string[]> =>
  classIds.length === 0
    ? []
    : (
        await db
          .selectFrom('class_student')
          .select('student_id as id')
          .where('class_id', 'in', classIds)
          .execute()
      ).map(({ id }) => id);

/** Attempts at coming in, also under names that nobody in the class has. */
async function forgetAttemptsAtClasses(
  db: Transaction<Database>,
  classIds: readonly string[],
): Promise<void> {
  for (const id of classIds)
    await db
      .deleteFrom('attempt')
      .where((e) => e.or([e('subject', '=', `class:${id}`), e('subject', 'like', `pin:${id}/%`)]))
      .execute();
}

/** Removes a class for good, with everybody who is or was in it and everything they did. */
export async function removeClass(removed: {
  readonly classId: string;
  readonly teacherId: string;
  readonly className: string;
}): Promise<void> {
  const { classId, teacherId, className } = removed;
  await database()
    .transaction()
    .execute(async (db) => {
      const takeCount = await removeStudents(db, await studentsOf(db, [classId]));
      await forgetAttemptsAtClasses(db, [classId]);
      await db.deleteFrom('class').where('id', '=', classId).execute();
      await db
        .insertInto('removal')
        .values({
          teacher_id: teacherId,
          class_name: className,
          kind: 'class',
          reason: 'asked',
          take_count: takeCount,
        })
        .execute();
    });
}

/** Removes a teacher's account for good, with the classes that are the teacher's, everybody in them, and all books. */
export async function removeTeacher(teacherId: string): Promise<void> {
  await database()
    .transaction()
    .execute(async (db) => {
      const own = await db.selectFrom('class').select('id').where('teacher_id', '=', teacherId).execute();
      const classIds = own.map(({ id }) => id);
      await removeStudents(db, await studentsOf(db, classIds));
      await forgetAttemptsAtClasses(db, classIds);
      await db.deleteFrom('attempt').where('subject', 'like', `%:${teacherId}`).execute();
      await sql`delete from attempt using "user"
        where "user".id = ${teacherId}
          and attempt.subject = 'password:' || lower("user".email)`.execute(db);
      await sql`delete from letter using "user"
        where "user".id = ${teacherId} and letter.recipient = "user".email`.execute(db);
      await db.deleteFrom('user').where('id', '=', teacherId).where('role', '=', 'teacher').execute();
    });
}

export function listRemovals(teacherId: string) {
  return database()
    .selectFrom('removal')
    .select([
      'id',
      'class_name as className',
      'kind',
      'reason',
      'take_count as takeCount',
      'removed_at as removedAt',
    ])
    .where('teacher_id', '=', teacherId)
    .orderBy('removed_at', 'desc')
    .limit(50)
    .execute();
}

/** How long a class keeps recordings. @param days null keeps them. */
export async function setKeepDays(classId: string, days: number | null): Promise<void> {
  await database()
    .updateTable('class')
    .set({ keep_days: days, keep_days_since: days === null ? null : sql<Date>`now()` })
    .where('id', '=', classId)
    .execute();
}

/** What goes within the time of the warning, class by class. */
export function listGoing(teacherId: string) {
  return database()
    .selectFrom('take')
    .innerJoin('assignment', 'assignment.id', 'take.assignment_id')
    .innerJoin('class', 'class.id', 'assignment.class_id')
    .select((e) => [
      'class.id as classId',
      'class.name as className',
      'class.keep_days as keepDays',
      e.fn.countAll<string>().as('takeCount'),
      e.fn.min(GOES_AT).as('firstAt'),
    ])
    .where(isTaughtBy(teacherId))
    .where('class.keep_days', 'is not', null)
    .where('take.audio', 'is not', null)
    .where(GOES_AT, '<=', sql<Date>`now() + make_interval(days => ${WARNING_DAYS})`)
    .groupBy('class.id')
    .orderBy('class.name')
    .execute();
}

const GONE_UNCHECKED =
  'This recording went before it could be checked: the class keeps recordings for so long and no longer.';

/** When what a teacher said or played to a take goes: like a recording. */
const VOICE_GOES_AT = sql<Date>`greatest(
  take_voice.recorded_at + make_interval(days => class.keep_days),
  class.keep_days_since + make_interval(days => ${WARNING_DAYS})
)`;

/**
 * Removes the recordings whose time is over, checked or not, with the courses of pitch and loudness that were taken from them;
 * verdicts and answers stay. So do the voices of teachers, when theirs is over. @returns how many recordings went.
 */
export async function removeOldRecordings(): Promise<number> {
  const { rows } = await sql<{ count: string }>`
    with gone as (
      update take set audio = null, audio_removed_at = now(),
        state = case when state = 'waiting' then 'failed' else state end,
        failure = case when state = 'waiting' then ${GONE_UNCHECKED} else failure end
      from assignment join class on class.id = assignment.class_id
      where assignment.id = take.assignment_id and class.keep_days is not null
        and take.audio is not null and ${GOES_AT} < now()
      returning take.id, class.teacher_id, class.name
    ), noted as (
      insert into removal (teacher_id, class_name, kind, reason, take_count)
      select teacher_id, name, 'recordings', 'kept-long-enough', count(*) from gone group by teacher_id, name
    ), courses as (
      update take_check set heard = heard - 'pitches' - 'levelsDb', outline = null
      from gone where take_check.take_id = gone.id
    )
    select count(*) from gone`.execute(database());
  await sql`
    delete from take_voice using take
      join assignment on assignment.id = take.assignment_id join class on class.id = assignment.class_id
    where take.id = take_voice.take_id and class.keep_days is not null and ${VOICE_GOES_AT} < now()`.execute(
    database(),
  );
  return Number(rows[0]!.count);
}

/** Pieces of takes that never became whole are given up after so many days. */
const LONGEST_UNFINISHED_DAYS = 7;
/** The longest time over which anything is limited. */
const LONGEST_ATTEMPT_DAYS = 1;
/** A device that nobody has used for so long is forgotten. */
const LONGEST_UNUSED_DAYS = 400;

/**
 * Removes everything whose time is over: recordings and voices, half-arrived pieces, attempts at signing in, sessions.
 * @returns false when nothing is removed, for the clock went wrong within the last day.
 */
export async function removeOutOfDate(): Promise<boolean> {
  // What a wrong clock removes does not come back when it is put right.
  if ((await trustInClock()).doubtedUntilMs !== undefined) return false;
  await removeOldRecordings();
  await emptyOldBins();
  const before = (days: number) => sql<Date>`now() - make_interval(days => ${days})`;
  await database()
    .deleteFrom('take_piece')
    .where('received_at', '<', before(LONGEST_UNFINISHED_DAYS))
    .execute();
  await database().deleteFrom('attempt').where('at', '<', before(LONGEST_ATTEMPT_DAYS)).execute();
  await database()
    .deleteFrom('known_device')
    .where('last_used_at', '<', before(LONGEST_UNUSED_DAYS))
    .execute();
  await sql`delete from "session" where "expiresAt" < now()`.execute(database());
  return true;
}
