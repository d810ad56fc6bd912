import { database } from '../connection';

export function listClasses(teacherId: string) {
  return database()
    .selectFrom('class')
    .leftJoin('class_student', 'class_student.class_id', 'class.id')
    .select((e) => [
      'class.id',
      'class.name',
      'class.code',
      e.fn.count<string>('class_student.student_id').as('studentCount'),
    ])
    .where('class.teacher_id', '=', teacherId)
    .groupBy(['class.id'])
    .orderBy('class.name')
    .execute();
}

export function maybeClass(classId: string) {
  return database().selectFrom('class').selectAll().where('id', '=', classId).executeTakeFirst();
}

export function insertClass(values: { teacher_id: string; name: string; code: string }) {
  return database()
    .insertInto('class')
    .values(values)
    .returning(['id', 'name', 'code'])
    .executeTakeFirstOrThrow();
}

export function listStudents(classId: string) {
  return database()
    .selectFrom('class_student')
    .innerJoin('user', 'user.id', 'class_student.student_id')
    .select(['user.id', 'user.name', 'class_student.user_name as userName'])
    .where('class_student.class_id', '=', classId)
    .orderBy('user.name')
    .execute();
}
