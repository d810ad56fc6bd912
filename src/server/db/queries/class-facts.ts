import { type Outcome, outcomeOf, outcomeOfCounts } from '@/core/practice';
import type { ClassFacts } from '@/core/school';
import { database } from '../connection';
import { listStudents } from './classes';
import { asOverruled, overrulesOf } from './overrules';
import { rememberedLines } from './remembered-lines';
import { STANDING_OF_TAKE } from './standing-of-take';

/** Which of what was given out to a class: all of it, or one assignment. */
interface Asked {
  readonly classId: string;
  readonly assignmentId?: string | undefined;
}

/**
 * What a class has been given and what was done of it, as `core/school` takes it: as many queries for one student as for forty.
 * @param asked without an assignment all that stands.
 */
export async function loadClassFacts(asked: Asked): Promise<ClassFacts> {
  const [students, lines, chosen, changes, words, parts, takes] = await Promise.all([
    listStudents(asked.classId),
    listLinesOfClass(asked),
    listChosenOfClass(asked),
    listChangesOfClass(asked),
    listStageWordsOfClass(asked),
    listPartsOfClass(asked),
    listTakesOfClass(asked),
  ]);
  return { students, lines, chosen, changes, words, parts, takes };
}

/** The lines that stand in a class, the earliest due first. */
function listLinesOfClass({ classId, assignmentId }: Asked) {
  return database()
    .selectFrom('assignment')
    .innerJoin('line', 'line.id', 'assignment.line_id')
    .select([
      'assignment.id',
      'assignment.start_bpm as startBpm',
      'assignment.goal_bpm as goalBpm',
      'assignment.due_on as dueOn',
      'assignment.plan',
      'assignment.next_line_id as nextLineId',
      'assignment.for_all as forAll',
      'line.id as lineId',
      'line.number as lineNumber',
      'line.title as lineTitle',
      'line.token',
    ])
    .where('assignment.class_id', '=', classId)
    .where('assignment.withdrawn_at', 'is', null)
    .$if(assignmentId !== undefined, (query) => query.where('assignment.id', '=', assignmentId!))
    .orderBy('assignment.due_on')
    .orderBy('line.number')
    .execute();
}

/** For whom the lines are that are not for everybody. */
function listChosenOfClass({ classId, assignmentId }: Asked) {
  return database()
    .selectFrom('assignment_student')
    .innerJoin('assignment', 'assignment.id', 'assignment_student.assignment_id')
    .select(['assignment.id as assignmentId', 'assignment_student.student_id as studentId'])
    .where('assignment.class_id', '=', classId)
    .$if(assignmentId !== undefined, (query) => query.where('assignment.id', '=', assignmentId!))
    .execute();
}

/** Tempos and days of their own. */
function listChangesOfClass({ classId, assignmentId }: Asked) {
  return database()
    .selectFrom('assignment_change')
    .innerJoin('assignment', 'assignment.id', 'assignment_change.assignment_id')
    .select([
      'assignment.id as assignmentId',
      'assignment_change.student_id as studentId',
      'assignment_change.start_bpm as startBpm',
      'assignment_change.goal_bpm as goalBpm',
      'assignment_change.due_on as dueOn',
    ])
    .where('assignment.class_id', '=', classId)
    .$if(assignmentId !== undefined, (query) => query.where('assignment.id', '=', assignmentId!))
    .execute();
}

/** What was said of the stages of a class's lines, the oldest first. */
function listStageWordsOfClass({ classId, assignmentId }: Asked) {
  return database()
    .selectFrom('stage_word')
    .innerJoin('assignment', 'assignment.id', 'stage_word.assignment_id')
    .select([
      'stage_word.assignment_id as assignmentId',
      'stage_word.student_id as studentId',
      'stage_word.stage',
      'stage_word.kind',
      'stage_word.measure',
      'stage_word.said_at as saidAt',
    ])
    .where('assignment.class_id', '=', classId)
    .where('stage_word.settled_at', 'is', null)
    .$if(assignmentId !== undefined, (query) => query.where('assignment.id', '=', assignmentId!))
    .orderBy('stage_word.said_at')
    .execute();
}

/** The parts of a class's lines that its instruments read, and the leads. */
async function listPartsOfClass({ classId, assignmentId }: Asked) {
  const parts = await database()
    .selectFrom('line_part')
    .select([
      'line_part.line_id as lineId',
      'line_part.place',
      'line_part.instrument',
      'content_hash as contentHash',
    ])
    .where('line_part.line_id', 'in', (e) =>
      e
        .selectFrom('assignment')
        .select('line_id')
        .where('class_id', '=', classId)
        .where('withdrawn_at', 'is', null)
        .$if(assignmentId !== undefined, (query) => query.where('id', '=', assignmentId!)),
    )
    .where((e) =>
      e.or([
        e('line_part.place', '=', 0),
        e(
          'line_part.instrument',
          'in',
          e
            .selectFrom('class_student')
            .select('instrument')
            .where('class_id', '=', classId)
            .where('instrument', 'is not', null)
            .$castTo<{ instrument: string }>(),
        ),
      ]),
    )
    .orderBy('line_part.place')
    .execute();
  const lines = await rememberedLines(parts.map(({ contentHash }) => contentHash));
  return parts.flatMap(({ contentHash, ...part }) => {
    const line = lines.get(contentHash);
    return line ? [{ ...part, line }] : [];
  });
}

/** All takes of a class on what still stands, newest first, with no more than tells where everybody stands. */
export async function listTakesOfClass({ classId, assignmentId }: Asked) {
  const counted = database()
    .selectFrom('take')
    .innerJoin('assignment', 'assignment.id', 'take.assignment_id')
    .leftJoin('take_check', 'take_check.take_id', 'take.id')
    .leftJoin('take_answer', 'take_answer.take_id', 'take.id')
    .select(STANDING_OF_TAKE)
    .select([
      'take_check.measure_count as measureCount',
      'take_check.weak_measures as weakMeasures',
      'take_check.has_fault as hasFault',
    ])
    .where('assignment.class_id', '=', classId)
    .where('assignment.withdrawn_at', 'is', null)
    .$if(assignmentId !== undefined, (query) => query.where('assignment.id', '=', assignmentId!))
    .orderBy('take.handed_in_at', 'desc')
    .execute();
  const [rows, overruled] = await Promise.all([counted, outcomesOverruledInClass(classId)]);
  return rows.map(({ measureCount, weakMeasures, hasFault, ...row }) => ({
    ...row,
    outcome:
      overruled.get(row.id) ??
      (row.verdictState &&
        outcomeOfCounts(row.verdictState, {
          measures: measureCount ?? 0,
          weak: weakMeasures ?? 0,
          hasFault: hasFault ?? false,
        })),
  }));
}

/** What the takes of a class come to on which the teacher has said a word, by id: few, so their measures are read. */
async function outcomesOverruledInClass(classId: string): Promise<ReadonlyMap<string, Outcome>> {
  const rows = await database()
    .selectFrom('take_check')
    .innerJoin('take', 'take.id', 'take_check.take_id')
    .innerJoin('assignment', 'assignment.id', 'take.assignment_id')
    .select(['take.id', 'take_check.verdict_state as verdictState', 'take_check.measures'])
    .select(overrulesOf('take.id').as('overrules'))
    .where('assignment.class_id', '=', classId)
    .where((e) =>
      e.exists(e.selectFrom('take_overrule').select('take_id').whereRef('take_id', '=', 'take.id')),
    )
    .execute();
  return new Map(
    asOverruled(rows).map(({ id, verdictState, measures }) => [id, outcomeOf(verdictState, measures ?? [])]),
  );
}
