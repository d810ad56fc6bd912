import 'server-only';
import { z } from 'zod';
import { DONE, type Result, success } from '@/core/base';
import type { Line } from '@/core/notation';
import { describeStage, minutesOf, NO_PLAN, type Standing, shareDone, stagesOfGiven } from '@/core/practice';
import {
  dueCalendar,
  maybeStanding,
  onLines,
  type PlanRow,
  planCsv,
  type StudentOnLine,
} from '@/core/school';
import type { Vocabulary } from '@/core/time';
import * as queries from '@/server/db/queries/assignments';
import { loadClassFacts } from '@/server/db/queries/class-facts';
import { leadsOfLines } from '@/server/db/queries/music';
import { listJudgedOfAssignment } from '@/server/db/queries/takes';
import { completeParts } from '@/server/jobs/complete-parts';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { readForm } from '../read-form';
import { getStumbles } from '../school/board';
import { getClass } from '../school/classes';
import { chosenPlan, howForm } from './giving-out';
import { FIRST_DAY_LATER, GOAL_NOT_SLOWER, tempoField } from './tempo-field';

/** An assignment of one of the viewer's classes. @throws NotFound */
async function requireGiven(viewer: Viewer, assignmentId: unknown) {
  assertTeacher(viewer);
  const id = z.uuid().safeParse(assignmentId);
  const assignment = id.success ? await queries.maybeAssignment(id.data) : undefined;
  if (!assignment?.teacherIds.includes(viewer.userId)) throw new NotFound();
  return assignment;
}

/** Where every student of an assignment stands, by the same engine that leads the students. @throws NotFound */
export async function getGiven(viewer: Viewer, assignmentId: string) {
  const assignment = await requireGiven(viewer, assignmentId);
  const { id, lineId, classId } = assignment;
  const [facts, stumbles] = await Promise.all([
    loadClassFacts({ classId, assignmentId: id }),
    getStumbles(lineId, await listJudgedOfAssignment(id)),
  ]);
  const at = onLines(facts);
  const students = facts.lines.flatMap((line) =>
    facts.students.flatMap((student) => {
      const on = at(student, line);
      const standing = on && maybeStanding(on);
      return on?.music && standing ? [studentOnGiven(on, on.music, standing, assignment.vocabulary)] : [];
    }),
  );
  const waiting = new Set(
    facts.takes.filter(({ answeredAt }) => answeredAt === null).map((take) => take.studentId),
  );
  const { lineNumber, lineTitle, className, startBpm, goalBpm, dueOn, fromOn, word, plan, forAll } =
    assignment;
  return {
    id,
    lineId,
    lineNumber,
    lineTitle,
    classId,
    className,
    startBpm,
    goalBpm,
    dueOn,
    fromOn,
    word,
    planName: plan?.name,
    forAll,
    /** Whose takes wait for the teacher's word. */
    waiting: facts.students.flatMap(({ id: studentId, name }) => (waiting.has(studentId) ? [name] : [])),
    stumbles,
    students,
  };
}

function studentOnGiven(
  { student, given, isChanged, words }: StudentOnLine,
  music: Line,
  standing: Standing,
  vocabulary: Vocabulary,
) {
  const { stages, progress } = standing;
  return {
    id: student.id,
    name: student.name,
    startBpm: given.startBpm,
    goalBpm: given.goalBpm,
    dueOn: given.dueOn,
    isChanged,
    asksForHelp: words.flatMap(({ kind, measure }) => (kind === 'asks-for-help' ? (measure ?? []) : [])),
    stageCount: stages.length,
    doneCount: progress.doneIds.length,
    doneShare: shareDone(standing),
    now: progress.now && {
      ...describeStage(music, progress.now.stage, vocabulary),
      bpm: progress.now.bpm,
    },
  };
}

const tempo = tempoField('Type the tempo as a number.');
const changeForm = z
  .object({
    startBpm: tempo,
    goalBpm: tempo,
    dueOn: z.iso.date('Choose the day by which it is due.'),
  })
  .refine((form) => form.goalBpm >= form.startBpm, GOAL_NOT_SLOWER);

/** Other tempos and another day for one student; what was done so far counts on. @returns what is wrong, if anything. @throws NotFound */
export async function changeForStudent(
  viewer: Viewer,
  assignmentId: string,
  studentId: string,
  form: unknown,
): Promise<Result<undefined>> {
  const assignment = await requireGiven(viewer, assignmentId);
  const students = await queries.listStudentsOfAssignment(assignment.id);
  if (!students.some(({ id }) => id === studentId)) throw new NotFound();
  const read = readForm(changeForm, form);
  if (!read.ok) return read;
  const { startBpm, goalBpm, dueOn } = read.value;
  await queries.storeChange({
    assignment_id: assignment.id,
    student_id: studentId,
    start_bpm: startBpm,
    goal_bpm: goalBpm,
    due_on: dueOn,
  });
  return DONE;
}

const changeAllForm = howForm
  .extend({ startBpm: tempo, goalBpm: tempo, keepsPlan: z.boolean().default(false) })
  .refine((form) => form.goalBpm >= form.startBpm, GOAL_NOT_SLOWER)
  .refine((form) => form.fromOn <= form.dueOn, FIRST_DAY_LATER);

/**
 * Other tempos, days, plan and words for everybody; what was done so far counts on, and what was made different for one student stays.
 * @returns what is wrong, if anything. @throws NotFound
 */
export async function changeForAll(
  viewer: Viewer,
  assignmentId: string,
  form: unknown,
): Promise<Result<undefined>> {
  const assignment = await requireGiven(viewer, assignmentId);
  const read = readForm(changeAllForm, form);
  if (!read.ok) return read;
  const { startBpm, goalBpm, dueOn, fromOn, word, keepsPlan } = read.value;
  const plan = keepsPlan ? undefined : await chosenPlan(viewer, read.value);
  await queries.updateAssignment(assignment.id, {
    start_bpm: startBpm,
    goal_bpm: goalBpm,
    due_on: dueOn,
    from_on: fromOn || null,
    word,
    ...(!keepsPlan && { plan: plan ? JSON.stringify(plan) : null }),
  });
  return DONE;
}

/** Takes an assignment back: nobody has it on the list any more; takes stay. @throws NotFound */
export async function takeBack(viewer: Viewer, assignmentId: string): Promise<void> {
  await queries.withdraw((await requireGiven(viewer, assignmentId)).id);
}

const copyForm = z.object({
  classId: z.uuid('Choose a class.'),
  dueOn: z.iso.date('Choose the day by which it is due.'),
});

/**
 * Gives the same out again, as it is but for the day: to another class, or to the same one later. In its own class it stays with those
 * it was chosen for.
 * @returns the new assignment's id, or what is wrong. @throws NotFound
 */
export async function copyAssignment(
  viewer: Viewer,
  assignmentId: string,
  form: unknown,
): Promise<Result<{ id: string }>> {
  const assignment = await requireGiven(viewer, assignmentId);
  const read = readForm(copyForm, form);
  if (!read.ok) return read;
  const { id } = await getClass(viewer, read.value.classId);
  const isForSome = id === assignment.classId && !assignment.forAll;
  const copied = await queries.insertAssignment(
    {
      class_id: id,
      line_id: assignment.lineId,
      start_bpm: assignment.startBpm,
      goal_bpm: assignment.goalBpm,
      due_on: read.value.dueOn,
      word: assignment.word,
      ...(assignment.plan && { plan: JSON.stringify(assignment.plan) }),
      ...(assignment.nextLineId && { next_line_id: assignment.nextLineId }),
    },
    isForSome ? await queries.listChosen(assignment.id) : undefined,
  );
  await completeParts({ assignmentIds: [copied.id] });
  return success(copied);
}

/** The student was helped: the questions are gone. @throws NotFound */
export async function answerQuestions(
  viewer: Viewer,
  assignmentId: string,
  studentId: string,
): Promise<void> {
  const assignment = await requireGiven(viewer, assignmentId);
  await queries.settleQuestions(assignment.id, studentId);
}

/** It was a slip: the questions stand again. @throws NotFound */
export async function askQuestionsAgain(
  viewer: Viewer,
  assignmentId: string,
  studentId: string,
): Promise<void> {
  const assignment = await requireGiven(viewer, assignmentId);
  await queries.unsettleQuestions(assignment.id, studentId);
}

/** The stages of an assignment as its lead part has them, for paper and files. @throws NotFound */
export async function getGivenPlan(viewer: Viewer, assignmentId: string) {
  const assignment = await requireGiven(viewer, assignmentId);
  const line = (await leadsOfLines([assignment.lineId])).get(assignment.lineId);
  if (!line) throw new NotFound();
  const stages = stagesOfGiven(assignment, line);
  const title = `${assignment.lineNumber} ${assignment.lineTitle}`;
  const rows = stages.map((stage): PlanRow => {
    const { name, doThis, chunkName, checkedBy } = describeStage(line, stage, assignment.vocabulary);
    return { piece: chunkName, step: name, doThis, checkedBy, tempos: stage.ladder };
  });
  const minutes = minutesOf(line, stages, assignment.plan ?? NO_PLAN);
  return {
    id: assignment.id,
    title,
    className: assignment.className,
    dueOn: assignment.dueOn,
    rows,
    minutes,
  };
}

/** The plan as a table, or its due day for a calendar. @throws NotFound */
export async function getGivenPlanFile(viewer: Viewer, assignmentId: string, format: unknown) {
  const { id, title, className, dueOn, rows, minutes } = await getGivenPlan(viewer, assignmentId);
  if (format === 'csv') return { name: `${title}.csv`, type: 'text/csv', text: planCsv(rows) };
  const day = {
    uid: `${id}@mevlo`,
    title: `${title} (${className})`,
    description: `${rows.length} stages, about ${Math.ceil(minutes)} minutes in all.`,
    day: dueOn,
  };
  const calendar = dueCalendar([day], Date.now());
  if (format !== 'ics' || !calendar.ok) throw new NotFound();
  return { name: `${title}.ics`, type: 'text/calendar', text: calendar.value };
}
