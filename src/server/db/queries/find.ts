import { sql } from 'kysely';
import { database } from '../connection';
import { IS_ON_SHELF, isReadBy } from './book-rights';
import { isTaughtBy } from './teaching';
import { patternOf } from './text-pattern';

const MOST_FOUND = 12;

/** Students, classes, and pages of books whose words somebody looks for. */
export async function findThings(teacherId: string, words: string) {
  const pattern = patternOf(words);
  const page = /^(?:page )?(\d{1,3})$/i.exec(words)?.[1];
  const [students, classes, pages] = await Promise.all([
    database()
      .selectFrom('class_student')
      .innerJoin('class', 'class.id', 'class_student.class_id')
      .innerJoin('user', 'user.id', 'class_student.student_id')
      .select(['user.id', 'user.name', 'class.name as className'])
      .where(isTaughtBy(teacherId))
      .where('class_student.left_at', 'is', null)
      .where('class.archived_at', 'is', null)
      .where((e) => e.or([e('user.name', 'ilike', pattern), e('class_student.user_name', 'ilike', pattern)]))
      .orderBy('user.name')
      .limit(MOST_FOUND)
      .execute(),
    database()
      .selectFrom('class')
      .select(['class.id', 'class.name'])
      .where(isTaughtBy(teacherId))
      .where('class.archived_at', 'is', null)
      .where('class.name', 'ilike', pattern)
      .orderBy('class.name')
      .limit(MOST_FOUND)
      .execute(),
    database()
      .selectFrom('book_page')
      .innerJoin('book', 'book.id', 'book_page.book_id')
      .select([
        'book.id as bookId',
        'book.title as bookTitle',
        'book_page.page',
        'book_page.whats_new as whatsNew',
      ])
      .where(isReadBy(teacherId))
      .where(IS_ON_SHELF)
      .where((e) =>
        e.or([
          e('book_page.whats_new', 'ilike', pattern),
          ...(page === undefined ? [] : [e('book_page.page', '=', Number(page))]),
        ]),
      )
      .orderBy('book.title')
      .orderBy('book_page.page')
      .limit(MOST_FOUND)
      .execute(),
  ]);
  return { students, classes, pages };
}

/** How far a teacher has come who begins: what is there already. */
export async function firstStepsOf(teacherId: string) {
  const { rows } = await sql<{ classId: string | null; students: boolean; given: boolean; takes: boolean }>`
    with own as (select class.id, class.name from class where ${isTaughtBy(teacherId)} and class.archived_at is null)
    select
      (select own.id from own order by own.name limit 1) as "classId",
      exists (
        select from class_student join own on own.id = class_student.class_id where class_student.left_at is null
      ) as students,
      exists (select from assignment join own on own.id = assignment.class_id) as given,
      exists (
        select from take join assignment on assignment.id = take.assignment_id join own on own.id = assignment.class_id
      ) as takes`.execute(database());
  return rows[0]!;
}
