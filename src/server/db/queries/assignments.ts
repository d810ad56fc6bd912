import { sql } from 'kysely';
import { dayOf } from '@/core/calendar';
import { database } from '../connection';
import { isTaughtBy, TEACHER_IDS } from './teaching';

interface NewAssignment {
  class_id: string;
  line_id: string;
  start_bpm: number;
  goal_bpm: number;
  due_on: string;
  plan?: string;
  next_line_id?: string;
  word?: string;
  from_on?: string | null;
  batch?: string;
}

/** @param studentIds for whom it is; undefined for the whole class. All or nothing. */
export async function insertAssignment(values: NewAssignment, studentIds?: readonly string[]) {
  const [inserted] = await insertAssignments([{ values, studentIds }]);
  return inserted!;
}

/** Several at once, all or none. @returns their ids in the same order. */
export function insertAssignments(
  given: readonly { readonly values: NewAssignment; readonly studentIds: readonly string[] | undefined }[],
): Promise<readonly { readonly id: string }[]> {
  return database()
    .transaction()
    .execute(async (db) => {
      const all: { id: string }[] = [];
      for (const { values, studentIds } of given) {
        const inserted = await db
          .insertInto('assignment')
          .values({ ...values, for_all: studentIds === undefined })
          .returning('id')
          .executeTakeFirstOrThrow();
        if (studentIds && studentIds.length > 0) {
          const rows = studentIds.map((student_id) => ({ assignment_id: inserted.id, student_id }));
          await db.insertInto('assignment_student').values(rows).execute();
        }
        all.push(inserted);
      }
      return all;
    });
}

/** For whom an assignment is that is not for the whole class. */
export async function listChosen(assignmentId: string): Promise<readonly string[]> {
  const rows = await database()
    .selectFrom('assignment_student')
    .select('student_id')
    .where('assignment_id', '=', assignmentId)
    .execute();
  return rows.map(({ student_id }) => student_id);
}

/** What is different from now on, for everybody. */
export async function updateAssignment(
  assignmentId: string,
  values: {
    readonly start_bpm: number;
    readonly goal_bpm: number;
    readonly due_on: string;
    readonly from_on: string | null;
    readonly word: string;
    /** JSON; null for the whole line at once; undefined leaves it. */
    readonly plan?: string | null;
  },
): Promise<void> {
  const { plan, ...rest } = values;
  await database()
    .updateTable('assignment')
    .set({ ...rest, ...(plan !== undefined && { plan: sql<never>`${plan}::jsonb` }) })
    .where('id', '=', assignmentId)
    .execute();
}

/** Takes back all that was given out together. @param classIds whose of it. @returns how many. */
export async function withdrawBatch(batch: string, classIds: readonly string[]): Promise<number> {
  if (classIds.length === 0) return 0;
  const { numUpdatedRows } = await database()
    .updateTable('assignment')
    .set({ withdrawn_at: sql`now()` })
    .where('batch', '=', batch)
    .where('class_id', 'in', classIds)
    .where('withdrawn_at', 'is', null)
    .executeTakeFirst();
  return Number(numUpdatedRows);
}

/** Assignments that stand, with what is different for a student. @param studentId undefined for nobody in particular. */
function assignments(studentId?: string) {
  return database()
    .selectFrom('assignment')
    .innerJoin('class', 'class.id', 'assignment.class_id')
    .innerJoin('line', 'line.id', 'assignment.line_id')
    .leftJoin('assignment_change as change', (join) =>
      join.onRef('change.assignment_id', '=', 'assignment.id').on('change.student_id', '=', studentId ?? ''),
    )
    .select((e) => [
      'assignment.id',
      e.fn.coalesce('change.start_bpm', 'assignment.start_bpm').as('startBpm'),
      e.fn.coalesce('change.goal_bpm', 'assignment.goal_bpm').as('goalBpm'),
      e.fn.coalesce('change.due_on', 'assignment.due_on').as('dueOn'),
      'assignment.plan',
      'assignment.next_line_id as nextLineId',
      'assignment.for_all as forAll',
      'assignment.word',
      'assignment.from_on as fromOn',
      'assignment.created_at as givenAt',
      'class.id as classId',
      'class.name as className',
      TEACHER_IDS.as('teacherIds'),
      'class.counting',
      'class.count_in as countIn',
      'class.strictness',
      'class.own_ears as ownEars',
      'class.vocabulary',
      'line.id as lineId',
      'line.number as lineNumber',
      'line.title as lineTitle',
      'line.level as lineLevel',
      'line.token as lineToken',
    ])
    .where('assignment.withdrawn_at', 'is', null)
    .where('class.archived_at', 'is', null);
}

export function maybeAssignment(assignmentId: string, studentId?: string) {
  return assignments(studentId).where('assignment.id', '=', assignmentId).executeTakeFirst();
}

export function listAssignmentsOfTeacher(teacherId: string) {
  return assignments()
    .where(isTaughtBy(teacherId))
    .orderBy('assignment.due_on')
    .orderBy('line.number')
    .execute();
}

/** A student of the class for whom the assignment is, once its first day has come. */
const IS_FOR = (studentId: string) => sql<boolean>`(
  assignment.from_on is null or assignment.from_on <= ${dayOf(new Date())}
) and exists (
  select 1 from class_student where class_student.class_id = assignment.class_id and class_student.student_id = ${studentId}
    and class_student.left_at is null
) and (assignment.for_all or exists (
  select 1 from assignment_student
  where assignment_student.assignment_id = assignment.id and assignment_student.student_id = ${studentId}
))`;

export function listAssignmentsOfClass(classId: string) {
  return assignments().where('class.id', '=', classId).execute();
}

export function listAssignmentsOfStudent(studentId: string) {
  return assignments(studentId).where(IS_FOR(studentId)).orderBy('dueOn').orderBy('line.number').execute();
}

export async function isForStudent(assignmentId: string, studentId: string): Promise<boolean> {
  const row = await database()
    .selectFrom('assignment')
    .select('id')
    .where('id', '=', assignmentId)
    .where(IS_FOR(studentId))
    .executeTakeFirst();
  return row !== undefined;
}

/** The students of an assignment, with what is different for each. */
export function listStudentsOfAssignment(assignmentId: string) {
  return database()
    .selectFrom('assignment')
    .innerJoin('class_student', 'class_student.class_id', 'assignment.class_id')
    .innerJoin('user', 'user.id', 'class_student.student_id')
    .leftJoin('assignment_student as chosen', (join) =>
      join.onRef('chosen.assignment_id', '=', 'assignment.id').onRef('chosen.student_id', '=', 'user.id'),
    )
    .leftJoin('assignment_change as change', (join) =>
      join.onRef('change.assignment_id', '=', 'assignment.id').onRef('change.student_id', '=', 'user.id'),
    )
    .select([
      'user.id',
      'user.name',
      'change.start_bpm as startBpm',
      'change.goal_bpm as goalBpm',
      'change.due_on as dueOn',
    ])
    .where('assignment.id', '=', assignmentId)
    .where('class_student.left_at', 'is', null)
    .where((e) => e.or([e('assignment.for_all', '=', true), e('chosen.student_id', 'is not', null)]))
    .orderBy('user.name')
    .execute();
}

/** Makes an assignment different for one student. */
export async function storeChange(values: {
  assignment_id: string;
  student_id: string;
  start_bpm: number;
  goal_bpm: number;
  due_on: string;
}): Promise<void> {
  const { start_bpm, goal_bpm, due_on } = values;
  await database()
    .insertInto('assignment_change')
    .values(values)
    .onConflict((conflict) =>
      conflict.columns(['assignment_id', 'student_id']).doUpdateSet({ start_bpm, goal_bpm, due_on }),
    )
    .execute();
}

/** Takes an assignment back; its takes stay with their students. */
export async function withdraw(assignmentId: string): Promise<void> {
  await database()
    .updateTable('assignment')
    .set({ withdrawn_at: sql`now()` })
    .where('id', '=', assignmentId)
    .execute();
}

/** What was taken back stands again, as it was. */
export async function giveAgain(assignmentId: string): Promise<void> {
  await database()
    .updateTable('assignment')
    .set({ withdrawn_at: null })
    .where('id', '=', assignmentId)
    .execute();
}

function stageWords() {
  return database()
    .selectFrom('stage_word')
    .select([
      'assignment_id as assignmentId',
      'student_id as studentId',
      'stage',
      'kind',
      'measure',
      'said_at as saidAt',
    ])
    .where('settled_at', 'is', null)
    .orderBy('said_at');
}

/** What was said of the stages of a student's assignments, or of one of them, the oldest first. */
export function listStageWords(studentId: string, assignmentId?: string) {
  return stageWords()
    .where('student_id', '=', studentId)
    .$if(assignmentId !== undefined, (query) => query.where('assignment_id', '=', assignmentId!))
    .execute();
}

/** The same word again changes nothing. */
export async function insertStageWord(values: {
  id?: string;
  assignment_id: string;
  student_id: string;
  stage: string;
  kind: 'student-says-done' | 'teacher-says-done' | 'asks-for-help';
  measure?: number;
}): Promise<void> {
  await database()
    .insertInto('stage_word')
    .values(values)
    .onConflict((conflict) => conflict.column('id').doNothing())
    .execute();
}

/** Help was given: the questions of a student on an assignment are settled, all at the same moment. */
export async function settleQuestions(assignmentId: string, studentId: string): Promise<void> {
  await database()
    .updateTable('stage_word')
    .set({ settled_at: sql<Date>`now()` })
    .where('assignment_id', '=', assignmentId)
    .where('student_id', '=', studentId)
    .where('kind', '=', 'asks-for-help')
    .where('settled_at', 'is', null)
    .execute();
}

/** It was a slip: those that were settled last are asked again. */
export async function unsettleQuestions(assignmentId: string, studentId: string): Promise<void> {
  await sql`update stage_word set settled_at = null
    where assignment_id = ${assignmentId} and student_id = ${studentId} and settled_at = (
      select max(settled_at) from stage_word where assignment_id = ${assignmentId} and student_id = ${studentId}
    )`.execute(database());
}

/** Who of a teacher's students asks for help, and with what. */
export function listQuestions(teacherId: string) {
  return database()
    .selectFrom('stage_word')
    .innerJoin('assignment', 'assignment.id', 'stage_word.assignment_id')
    .innerJoin('class', 'class.id', 'assignment.class_id')
    .innerJoin('line', 'line.id', 'assignment.line_id')
    .innerJoin('user', 'user.id', 'stage_word.student_id')
    .select([
      'stage_word.id',
      'assignment.id as assignmentId',
      'user.name as studentName',
      'stage_word.measure',
      'stage_word.said_at as saidAt',
      'line.number as lineNumber',
      'line.title as lineTitle',
    ])
    .where(isTaughtBy(teacherId))
    .where('stage_word.kind', '=', 'asks-for-help')
    .where('stage_word.settled_at', 'is', null)
    .where('class.archived_at', 'is', null)
    .where('assignment.withdrawn_at', 'is', null)
    .orderBy('stage_word.said_at')
    .execute();
}
