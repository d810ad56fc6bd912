import 'server-only';
import { z } from 'zod';
import { minutesOf, NO_PLAN, type Progress } from '@/core/practice';
import { dueCalendar, type PlanRow, planCsv } from '@/core/reports';
import { FASTEST_MARK, SLOWEST_MARK } from '@/core/tempo';
import * as queries from '@/server/db/queries/assignments';
import { listParts, maybeMusic, maybePartForStudent } from '@/server/db/queries/music';
import { listTakesOfAssignment } from '@/server/db/queries/takes';
import { stageFacts } from './assignments';
import { getStumbles } from './board';
import { getClass } from './classes';
import { stagesOfAssignment, standingOf } from './stages';
import { assertTeacher, NotFound, type Viewer } from './viewer';

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
  const [students, takes, words] = await Promise.all([
    queries.listStudentsOfAssignment(assignment.id),
    listTakesOfAssignment(assignment.id),
    queries.listStageWordsOfAssignment(assignment.id),
  ]);
  const standingOfAll = Promise.all(
    students.map(async ({ id, name, startBpm, goalBpm, dueOn }) => {
      const part = await maybePartForStudent(assignment.lineId, id, assignment.classId);
      if (!part) return undefined;
      const own = {
        ...assignment,
        startBpm: startBpm ?? assignment.startBpm,
        goalBpm: goalBpm ?? assignment.goalBpm,
      };
      const { stages, progress } = standingOf(
        own,
        part.line,
        takes.filter(({ studentId }) => studentId === id),
        words.filter(({ studentId }) => studentId === id),
      );
      return {
        id,
        name,
        startBpm: own.startBpm,
        goalBpm: own.goalBpm,
        dueOn: dueOn ?? assignment.dueOn,
        isChanged: startBpm !== null,
        asksForHelp: words
          .filter(({ studentId, kind }) => studentId === id && kind === 'asks-for-help')
          .flatMap(({ measure }) => measure ?? []),
        stageCount: stages.length,
        doneCount: progress.doneIds.length,
        /** Of the whole way, 0–1; rungs of the stage at hand count as parts of it. */
        doneShare: shareDone(stages.length, progress),
        now: progress.now && {
          ...stageFacts(part.line, progress.now.stage, assignment.vocabulary),
          bpm: progress.now.bpm,
        },
      };
    }),
  );
  const [standing, stumbles] = await Promise.all([standingOfAll, getStumbles(assignment.lineId, takes)]);
  const { id, lineId, lineNumber, lineTitle, classId, className, startBpm, goalBpm, dueOn, plan, forAll } =
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
    planName: plan?.name,
    forAll,
    stumbles,
    students: standing.filter((student) => student !== undefined),
  };
}

function shareDone(stageCount: number, { doneIds, now }: Progress): number {
  const climbed = now ? now.climb.climbed.length / now.stage.ladder.length : 0;
  return stageCount === 0 ? 0 : (doneIds.length + climbed) / stageCount;
}

const changeForm = z
  .object({
    startBpm: z.coerce.number().int().min(SLOWEST_MARK).max(FASTEST_MARK),
    goalBpm: z.coerce.number().int().min(SLOWEST_MARK).max(FASTEST_MARK),
    dueOn: z.iso.date('Choose the day by which it is due.'),
  })
  .refine((form) => form.goalBpm >= form.startBpm, 'The goal tempo must not be slower than the start tempo.');

/** Other tempos and another day for one student; what was done so far counts on. @returns what is wrong, if anything. @throws NotFound */
export async function changeForStudent(
  viewer: Viewer,
  assignmentId: string,
  studentId: string,
  form: unknown,
): Promise<string | undefined> {
  const assignment = await requireGiven(viewer, assignmentId);
  const students = await queries.listStudentsOfAssignment(assignment.id);
  if (!students.some(({ id }) => id === studentId)) throw new NotFound();
  const read = changeForm.safeParse(form);
  if (!read.success) return read.error.issues[0]!.message;
  const { startBpm, goalBpm, dueOn } = read.data;
  await queries.storeChange({
    assignment_id: assignment.id,
    student_id: studentId,
    start_bpm: startBpm,
    goal_bpm: goalBpm,
    due_on: dueOn,
  });
  return undefined;
}

/** Takes an assignment back: nobody has it on the list any more; takes stay. @throws NotFound */
export async function takeBack(viewer: Viewer, assignmentId: string): Promise<void> {
  await queries.withdraw((await requireGiven(viewer, assignmentId)).id);
}

/** Gives the same to another class, as it is. @returns the new assignment's id. @throws NotFound */
export async function copyToClass(
  viewer: Viewer,
  assignmentId: string,
  classId: string,
): Promise<{ id: string }> {
  const assignment = await requireGiven(viewer, assignmentId);
  const { id } = await getClass(viewer, classId);
  return queries.insertAssignment({
    class_id: id,
    line_id: assignment.lineId,
    start_bpm: assignment.startBpm,
    goal_bpm: assignment.goalBpm,
    due_on: assignment.dueOn,
    ...(assignment.plan && { plan: JSON.stringify(assignment.plan) }),
    ...(assignment.nextLineId && { next_line_id: assignment.nextLineId }),
  });
}

/** The student was helped: the questions are gone. @throws NotFound */
export async function answerQuestions(
  viewer: Viewer,
  assignmentId: string,
  studentId: string,
): Promise<void> {
  const assignment = await requireGiven(viewer, assignmentId);
  await queries.deleteQuestions(assignment.id, studentId);
}

/** The stages of an assignment as its lead part has them, for paper and files. @throws NotFound */
export async function getGivenPlan(viewer: Viewer, assignmentId: string) {
  const assignment = await requireGiven(viewer, assignmentId);
  const [lead] = await listParts(assignment.lineId);
  const line = lead && (await maybeMusic(lead.contentHash));
  if (!line) throw new NotFound();
  const stages = stagesOfAssignment(assignment, line);
  const title = `${assignment.lineNumber} ${assignment.lineTitle}`;
  const rows = stages.map((stage): PlanRow => {
    const { name, doThis, chunkName, checkedBy } = stageFacts(line, stage, assignment.vocabulary);
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
