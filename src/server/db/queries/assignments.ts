import { database } from '../connection';

export function insertAssignment(values: {
  class_id: string;
  line_id: string;
  start_bpm: number;
  goal_bpm: number;
  due_on: string;
  plan?: string;
}) {
  return database().insertInto('assignment').values(values).returning('id').executeTakeFirstOrThrow();
}

function assignments() {
  return database()
    .selectFrom('assignment')
    .innerJoin('class', 'class.id', 'assignment.class_id')
    .innerJoin('line', 'line.id', 'assignment.line_id')
    .select([
      'assignment.id',
      'assignment.start_bpm as startBpm',
      'assignment.goal_bpm as goalBpm',
      'assignment.due_on as dueOn',
      'assignment.plan',
      'class.id as classId',
      'class.name as className',
      'class.teacher_id as teacherId',
      'class.counting',
      'class.vocabulary',
      'line.id as lineId',
      'line.number as lineNumber',
      'line.title as lineTitle',
      'line.level as lineLevel',
    ]);
}

export function maybeAssignment(assignmentId: string) {
  return assignments().where('assignment.id', '=', assignmentId).executeTakeFirst();
}

export function listAssignmentsOfTeacher(teacherId: string) {
  return assignments()
    .where('class.teacher_id', '=', teacherId)
    .orderBy('assignment.due_on')
    .orderBy('line.number')
    .execute();
}

export function listAssignmentsOfStudent(studentId: string) {
  return assignments()
    .innerJoin('class_student', 'class_student.class_id', 'class.id')
    .where('class_student.student_id', '=', studentId)
    .orderBy('assignment.due_on')
    .orderBy('line.number')
    .execute();
}

export async function isStudentOfClass(studentId: string, classId: string): Promise<boolean> {
  const row = await database()
    .selectFrom('class_student')
    .select('student_id')
    .where('student_id', '=', studentId)
    .where('class_id', '=', classId)
    .executeTakeFirst();
  return row !== undefined;
}

/** What was said of the stages of a student's assignments, the oldest first. */
export function listStageWords(studentId: string) {
  return database()
    .selectFrom('stage_word')
    .select(['assignment_id as assignmentId', 'stage', 'kind', 'said_at as saidAt'])
    .where('student_id', '=', studentId)
    .orderBy('said_at')
    .execute();
}

export async function insertStageWord(values: {
  assignment_id: string;
  student_id: string;
  stage: string;
  kind: 'student-says-done' | 'teacher-says-done';
}): Promise<void> {
  await database().insertInto('stage_word').values(values).execute();
}
