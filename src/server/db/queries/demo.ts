import { database } from '../connection';

export async function isDemoComplete(): Promise<boolean> {
  return (
    (await database()
      .selectFrom('setting')
      .select('value')
      .where('name', '=', 'demo')
      .where('value', '=', 'complete')
      .executeTakeFirst()) !== undefined
  );
}

/** Whether made-up people are in here, or were begun to be made. */
export async function hasDemoPeople(): Promise<boolean> {
  return (
    (await database().selectFrom('setting').select('value').where('name', '=', 'demo').executeTakeFirst()) !==
    undefined
  );
}

/** @param value `begun` before the first of them is made. */
export async function markDemo(value: 'begun' | 'complete'): Promise<void> {
  await database()
    .insertInto('setting')
    .values({ name: 'demo', value })
    .onConflict((conflict) => conflict.column('name').doUpdateSet({ value }))
    .execute();
}

/** Removes a teacher with everything that hangs on the account, and the students of the teacher's classes. */
export async function removeTeacherAndStudents(email: string): Promise<void> {
  await database()
    .transaction()
    .execute(async (db) => {
      await db
        .deleteFrom('user')
        .where('id', 'in', (e) =>
          e
            .selectFrom('class_student')
            .innerJoin('class', 'class.id', 'class_student.class_id')
            .innerJoin('user as teacher', 'teacher.id', 'class.teacher_id')
            .select('class_student.student_id')
            .where('teacher.email', '=', email),
        )
        .execute();
      await db.deleteFrom('user').where('email', '=', email).execute();
    });
}
