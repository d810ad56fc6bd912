import { sql } from 'kysely';
import type { VoiceKind } from '@/core/review';
import { database } from '../connection';
import { asOverruled } from './overrules';
import { takesOfStudent } from './record';

/** Everything that is known of a student's takes but their sound, the oldest first. */
export async function listTakesToTakeOut(studentId: string) {
  const rows = await takesOfStudent(studentId)
    .select([
      'take.stage',
      'take.source',
      'take.state',
      'take.failure',
      'take.recorded_at as recordedAt',
      'take.audio_type as audioType',
      'take_check.heard',
      'take_answer.rating as teacherRating',
      'take_answer.answered_at as answeredAt',
      'take_answer.passage',
    ])
    .select(
      sql<readonly { readonly measureIndex: number; readonly words: string }[]>`coalesce((
        select json_agg(json_build_object('measureIndex', measure_index, 'words', words) order by measure_index)
        from take_pin where take_pin.take_id = take.id and take_pin.removed_at is null
      ), '[]')`.as('pins'),
    )
    .select(
      sql<readonly VoiceKind[]>`array(
        select kind from take_voice where take_voice.take_id = take.id order by kind
      )`.as('voices'),
    )
    .orderBy('take.handed_in_at')
    .execute();
  return asOverruled(rows);
}

/** A whole recording as it is kept; undefined when it was removed. */
export async function maybeWholeAudio(takeId: string) {
  const row = await database()
    .selectFrom('take')
    .select(['audio', 'audio_type as audioType'])
    .where('id', '=', takeId)
    .executeTakeFirst();
  return row?.audio ? { audio: row.audio, audioType: row.audioType } : undefined;
}

/** What was given to a student in the class, with what is different for this student, and the music that is read. */
export function listGivenToStudent(studentId: string) {
  return database()
    .selectFrom('assignment')
    .innerJoin('line', 'line.id', 'assignment.line_id')
    .leftJoin('assignment_change as change', (join) =>
      join.onRef('change.assignment_id', '=', 'assignment.id').on('change.student_id', '=', studentId),
    )
    .select((e) => [
      'assignment.id',
      'assignment.class_id as classId',
      'line.id as lineId',
      'line.number as lineNumber',
      'line.title as lineTitle',
      'line.token',
      e.fn.coalesce('change.start_bpm', 'assignment.start_bpm').as('startBpm'),
      e.fn.coalesce('change.goal_bpm', 'assignment.goal_bpm').as('goalBpm'),
      e.fn.coalesce('change.due_on', 'assignment.due_on').as('dueOn'),
      'assignment.plan',
      'assignment.withdrawn_at as withdrawnAt',
    ])
    .where(
      sql<boolean>`assignment.id in (
        select assignment_id from take where student_id = ${studentId}
        union select assignment_id from stage_word where student_id = ${studentId}
        union select assignment_id from assignment_student where student_id = ${studentId}
        union select assignment.id from assignment
          join class_student on class_student.class_id = assignment.class_id
          where class_student.student_id = ${studentId} and assignment.for_all
      )`,
    )
    .orderBy('line.number')
    .execute();
}
