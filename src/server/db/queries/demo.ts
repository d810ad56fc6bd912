import { database } from '../connection';

export async function isDemoComplete(): Promise<boolean> {
  return (
    (await database().selectFrom('setting').select('value').where('name', '=', 'demo').executeTakeFirst()) !==
    undefined
  );
}

export async function markDemoComplete(): Promise<void> {
  await database().insertInto('setting').values({ name: 'demo', value: 'complete' }).execute();
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
