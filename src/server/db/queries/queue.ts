import { sql } from 'kysely';
import type { Overrule, Verdict } from '@/core/judging';
import type { Remark } from '@/core/review';
import type { Vocabulary } from '@/core/time';
import { database } from '../connection';
import { asOverruled, overrulesOf } from './overrules';
import { isTaughtBy } from './teaching';

/** With the newest so many takes of a student on a line tell how the student gets on. */
const LOOKED_AT = 6;

export interface QueueRow {
  readonly id: string;
  readonly studentId: string;
  readonly assignmentId: string;
  readonly studentName: string;
  readonly className: string;
  readonly vocabulary: Vocabulary;
  readonly lineNumber: number;
  readonly lineTitle: string;
  readonly state: 'checked' | 'failed';
  readonly askedBpm: number;
  readonly stage: string | null;
  readonly handedInAt: Date;
  /** 1 for the newest of its student and line. */
  readonly place: number;
  readonly asksForHelp: boolean;
  readonly helpMeasure: number | null;
  readonly remark: Remark | null;
  readonly verdictState: Verdict['state'] | null;
  readonly measures: Verdict['measures'] | null;
  readonly overrules: readonly Overrule[];
}

/**
 * The newest takes of every student and line whose newest one has no answer yet, newest first. What is still being checked
 * does not count.
 */
export async function listQueue(teacherId: string): Promise<readonly QueueRow[]> {
  const { rows } = await sql<QueueRow>`
    with ranked as (
      select take.*, row_number() over newest_first::int as place,
        first_value(take_answer.answer) over newest_first as newest_answer
      from (select id, student_id, assignment_id, state, asked_bpm, stage, handed_in_at from take) take
      join assignment on assignment.id = take.assignment_id
      join class on class.id = assignment.class_id
      left join take_answer on take_answer.take_id = take.id
      where ${isTaughtBy(teacherId)} and class.archived_at is null
        and assignment.withdrawn_at is null and take.state <> 'waiting'
        and exists (
          select from class_student
          where class_student.student_id = take.student_id and class_student.class_id = class.id
            and class_student.left_at is null
        )
      window newest_first as (
        partition by take.student_id, take.assignment_id order by take.handed_in_at desc, take.id
      )
    )
    select ranked.id, ranked.student_id as "studentId", ranked.assignment_id as "assignmentId",
      "user".name as "studentName", class.name as "className", class.vocabulary,
      line.number as "lineNumber", line.title as "lineTitle", ranked.state,
      ranked.asked_bpm as "askedBpm", ranked.stage, ranked.handed_in_at as "handedInAt", ranked.place,
      help.id is not null as "asksForHelp", help.measure as "helpMeasure",
      take_check.verdict_state as "verdictState", take_check.measures, take_check.remark, ${overrulesOf('ranked.id')} as overrules
    from ranked
    join assignment on assignment.id = ranked.assignment_id
    join class on class.id = assignment.class_id
    join line on line.id = assignment.line_id
    join "user" on "user".id = ranked.student_id
    left join take_check on take_check.take_id = ranked.id
    left join lateral (
      select id, measure from stage_word
      where stage_word.assignment_id = ranked.assignment_id and stage_word.student_id = ranked.student_id
        and stage_word.settled_at is null
        and kind = 'asks-for-help'
        -- The teacher's word came after the question.
        and not exists (
          select from ranked answered join take_answer on take_answer.take_id = answered.id
          where answered.student_id = ranked.student_id and answered.assignment_id = ranked.assignment_id
            and take_answer.answered_at > stage_word.said_at
        )
      order by said_at desc limit 1
    ) help on true
    where ranked.place <= ${LOOKED_AT} and ranked.newest_answer is null
    order by ranked.student_id, ranked.assignment_id, ranked.place`.execute(database());
  return asOverruled(rows);
}
