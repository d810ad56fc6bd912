import { database } from '../connection';
import { asOverruled, overrulesOf } from './overrules';

/** A student's takes with what was heard of them, said and overruled. */
export function takesOfStudent(studentId: string) {
  return database()
    .selectFrom('take')
    .innerJoin('assignment', 'assignment.id', 'take.assignment_id')
    .innerJoin('line', 'line.id', 'assignment.line_id')
    .leftJoin('take_check', 'take_check.take_id', 'take.id')
    .leftJoin('take_answer', 'take_answer.take_id', 'take.id')
    .select([
      'take.id',
      'take.asked_bpm as askedBpm',
      'take.self_rating as selfRating',
      'take.handed_in_at as handedInAt',
      'take.audio_removed_at as audioRemovedAt',
      'line.number as lineNumber',
      'line.title as lineTitle',
      'take_check.verdict',
      'take_check.measures',
      'take_answer.answer',
      'take_answer.comment',
    ])
    .select(overrulesOf('take.id').as('overrules'))
    .where('take.student_id', '=', studentId);
}

/** The newest are enough to look back on. */
const MOST_LISTED = 60;

/** The newest takes, newest first. */
export async function listTakesOfRecord(studentId: string) {
  const rows = await takesOfStudent(studentId)
    .select('take_answer.rating')
    .orderBy('take.handed_in_at', 'desc')
    .limit(MOST_LISTED)
    .execute();
  return asOverruled(rows);
}
