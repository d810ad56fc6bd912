import { type Insertable, sql } from 'kysely';
import type { Day } from '@/core/calendar';
import { database } from '../connection';
import type { PracticeSpellTable } from '../schema/practice';

/** Stores a stretch of practice, or what it has grown to: the same again changes nothing, and nobody shortens it or takes another's. */
export async function storeSpell(spell: Insertable<PracticeSpellTable>): Promise<void> {
  await database()
    .insertInto('practice_spell')
    .values(spell)
    .onConflict((conflict) =>
      conflict
        .column('id')
        .doUpdateSet(({ ref }) => ({
          seconds: ref('excluded.seconds'),
          stage: ref('excluded.stage'),
          bpm: ref('excluded.bpm'),
          first_measure: ref('excluded.first_measure'),
          last_measure: ref('excluded.last_measure'),
          ended_at: ref('excluded.ended_at'),
        }))
        .whereRef('practice_spell.student_id', '=', 'excluded.student_id')
        .whereRef('practice_spell.seconds', '<', 'excluded.seconds'),
    )
    .execute();
}

export async function countSpells(studentId: string, day: Day): Promise<number> {
  const { count } = await database()
    .selectFrom('practice_spell')
    .select(({ fn }) => fn.countAll<string>().as('count'))
    .where('student_id', '=', studentId)
    .where('day', '=', day)
    .executeTakeFirstOrThrow();
  return Number(count);
}

/** Seconds by day and line, from a day on; `assignmentId` is null for reading. */
export async function listPractised(studentId: string, from: Day) {
  const rows = await database()
    .selectFrom('practice_spell')
    .select(['day', 'assignment_id as assignmentId'])
    .select(({ fn }) => fn.sum<string>('seconds').as('seconds'))
    .where('student_id', '=', studentId)
    .where('day', '>=', from)
    .groupBy(['day', 'assignment_id'])
    .orderBy('day')
    .execute();
  return rows.map(({ seconds, ...row }) => ({ ...row, seconds: Number(seconds) }));
}

/** Where a student stopped on each line. @param assignmentId of one alone. */
export async function listStops(studentId: string, assignmentId?: string) {
  const rows = await database()
    .selectFrom('practice_spell')
    .distinctOn('assignment_id')
    .select([
      'assignment_id as assignmentId',
      'stage',
      'bpm',
      'first_measure as first',
      'last_measure as last',
    ])
    .where('student_id', '=', studentId)
    .where('assignment_id', 'is not', null)
    .$if(assignmentId !== undefined, (query) => query.where('assignment_id', '=', assignmentId!))
    .orderBy('assignment_id')
    .orderBy('ended_at', 'desc')
    .execute();
  return rows.map(({ bpm, first, last, ...row }) => ({
    ...row,
    bpm: bpm ?? undefined,
    measures: first !== null && last !== null ? { first, last } : undefined,
  }));
}

export function maybeBook(studentId: string) {
  return database()
    .selectFrom('practice_book')
    .leftJoin('user as teacher', 'teacher.id', 'practice_book.teacher_id')
    .select([
      'own_minutes as ownMinutes',
      'own_goal as ownGoal',
      'teacher_word as teacherWord',
      'teacher.name as teacherName',
      'word_said_at as wordSaidAt',
    ])
    .where('student_id', '=', studentId)
    .executeTakeFirst();
}

/** @param minutes a day; undefined for the class's. */
export async function storeOwnGoal(
  studentId: string,
  minutes: number | undefined,
  goal: string,
): Promise<void> {
  const own = { own_minutes: minutes ?? null, own_goal: goal };
  await database()
    .insertInto('practice_book')
    .values({ student_id: studentId, ...own })
    .onConflict((conflict) => conflict.column('student_id').doUpdateSet(own))
    .execute();
}

/** An empty word takes it out of the book. */
export async function storeBookWord(studentId: string, teacherId: string, word: string): Promise<void> {
  const said = { teacher_word: word, teacher_id: teacherId, word_said_at: sql<Date>`now()` };
  await database()
    .insertInto('practice_book')
    .values({ student_id: studentId, ...said })
    .onConflict((conflict) => conflict.column('student_id').doUpdateSet(said))
    .execute();
}

/** Everything that the book says of a student, for whoever takes it out. */
export function listSpells(studentId: string) {
  return database()
    .selectFrom('practice_spell')
    .select(['day', 'seconds', 'assignment_id as assignmentId', 'stage', 'bpm', 'ended_at as endedAt'])
    .where('student_id', '=', studentId)
    .orderBy('ended_at')
    .execute();
}
