import { sql, type Transaction } from 'kysely';
import { database } from '../connection';
import type { Database } from '../schema';

/** At most so many within so many seconds. */
export interface Limit {
  readonly most: number;
  readonly seconds: number;
}

/** Something that is tried, and how often it may be. */
export interface Limited {
  /** E.g. `pin:` and a student's id. */
  readonly subject: string;
  /** Where the attempt comes from. */
  readonly source: string;
  /** From one source. */
  readonly perSource: readonly Limit[];
  /** From all together. */
  readonly total: readonly Limit[];
}

/** Attempts that were counted. */
export interface Counted {
  readonly ids: readonly string[];
}

/**
 * Counts an attempt at everything that it is limited by, before it is made: however many come at once, no more than the limits are let through.
 * @returns undefined when one of the limits is reached; it is not counted then.
 */
export function countAttempts(limited: readonly Limited[]): Promise<Counted | undefined> {
  return database()
    .transaction()
    .execute(async (db) => {
      // One after the other for each subject, and always in the same order.
      for (const { subject } of limited.toSorted((a, b) => (a.subject < b.subject ? -1 : 1)))
        await sql`select pg_advisory_xact_lock(hashtextextended(${subject}, 0))`.execute(db);
      for (const { subject, source, perSource, total } of limited) {
        for (const limit of perSource) if (await isReached(db, limit, subject, source)) return undefined;
        for (const limit of total) if (await isReached(db, limit, subject)) return undefined;
      }
      const rows = await db
        .insertInto('attempt')
        .values(limited.map(({ subject, source }) => ({ subject, source })))
        .returning('id')
        .execute();
      return { ids: rows.map(({ id }) => id) };
    });
}

async function isReached(
  db: Transaction<Database>,
  { most, seconds }: Limit,
  subject: string,
  source?: string,
): Promise<boolean> {
  const { count } = await db
    .selectFrom('attempt')
    .select((e) => e.fn.countAll<string>().as('count'))
    .where('subject', '=', subject)
    .where('at', '>', sql<Date>`now() - make_interval(secs => ${seconds})`)
    .$if(source !== undefined, (query) => query.where('source', '=', source!))
    .executeTakeFirstOrThrow();
  return Number(count) >= most;
}

/** Attempts that turned out right do not count; nor do the slips before them, from the same place. */
export async function forgetAttempts({ ids }: Counted, subject: string, source: string): Promise<void> {
  await database()
    .deleteFrom('attempt')
    .where((e) =>
      e.or([e('id', 'in', [...ids]), e.and([e('subject', '=', subject), e('source', '=', source)])]),
    )
    .execute();
}

/**
 * Counts that somebody does something that is limited.
 * @param subject what is limited, and whose it is. @returns whether there are no more than may be.
 */
export async function mayDo(subject: string, limit: Limit): Promise<boolean> {
  return (await countAttempts([{ subject, source: '', perSource: [], total: [limit] }])) !== undefined;
}

/** So many wrong tries within a day are more than slips. */
const MANY = 8;
const DAY_SECONDS = 86_400;

/** Students of a teacher's classes whose PIN somebody has tried to guess within a day. */
export async function listGuessedAt(teacherId: string) {
  const { rows } = await sql<{ id: string; name: string; classId: string; count: number }>`
    select "user".id, "user".name, class.id as "classId", count(*)::int as count
    from class
    join class_student on class_student.class_id = class.id and class_student.left_at is null
    join "user" on "user".id = class_student.student_id
    join attempt on attempt.subject = ${PIN_SUBJECT} || "user".id
    where class.archived_at is null and attempt.at > now() - make_interval(secs => ${DAY_SECONDS})
      and (class.teacher_id = ${teacherId} or exists (
        select from class_teacher where class_teacher.class_id = class.id and class_teacher.teacher_id = ${teacherId}
          and class_teacher.accepted_at is not null
      ))
    group by "user".id, class.id having count(*) >= ${MANY}
    order by "user".name`.execute(database());
  return rows;
}

/** What an attempt at a student's PIN is counted under, before the student's id. */
export const PIN_SUBJECT = 'pin:';
