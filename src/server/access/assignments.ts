import 'server-only';
import { z } from 'zod';
import { USUAL_COUNT_IN, USUAL_STYLE } from '@/core/counting';
import type { Line } from '@/core/notation';
import {
  CHUNKINGS,
  chunkName,
  layRungs,
  NO_PLAN,
  type Plan,
  type Progress,
  READY_PLANS,
  STEPS,
  type Stage,
  strictnessOf,
} from '@/core/practice';
import { measureName, type Vocabulary } from '@/core/time';
import { LAYOUT_NAMES } from '@/engraving/engraving';
import { listAskedPassages } from '@/server/db/queries/answers';
import * as queries from '@/server/db/queries/assignments';
import { listParts, maybePartForStudent, storeMusic } from '@/server/db/queries/music';
import { listTakesOfStudent } from '@/server/db/queries/takes';
import { requestEngraving } from '@/server/jobs/queue';
import { getClass } from './classes';
import { engravingsOf } from './engravings';
import { requireOwnPlan } from './plans';
import { requireOwnLine } from './shelf';
import { lineOfStage, stagesOfStudent, standingOf } from './stages';
import { tempoField } from './tempo-field';
import { assertTeacher, NotFound, type Viewer } from './viewer';

const tempo = tempoField('Type both tempos as numbers.');
const assignmentForm = z
  .object({
    lineId: z.uuid('Choose a line.'),
    classId: z.uuid('Choose a class.'),
    startBpm: tempo,
    goalBpm: tempo,
    dueOn: z.iso.date('Choose the day by which it is due.'),
    plan: z.union([z.enum(['', ...READY_PLANS.map(({ name }) => name)]), z.uuid()]).default(''),
    chunking: z.enum(['', ...CHUNKINGS]).default(''),
    nextLineId: z.union([z.literal(''), z.uuid()]).default(''),
    // Everybody when nobody is chosen.
    studentIds: z.array(z.string().min(1).max(60)).max(200).default([]),
  })
  .refine((form) => form.goalBpm >= form.startBpm, 'The goal tempo must not be slower than the start tempo.');

/** @returns the new assignment's id, or what is wrong with the form. @throws NotFound */
export async function assign(viewer: Viewer, form: unknown): Promise<{ id: string } | { problem: string }> {
  assertTeacher(viewer);
  const read = assignmentForm.safeParse(form);
  if (!read.success) return { problem: read.error.issues[0]!.message };
  const { lineId, classId, startBpm, goalBpm, dueOn } = read.data;
  const plan = await chosenPlan(viewer, read.data);
  const next = read.data.nextLineId === '' ? undefined : await requireOwnLine(viewer, read.data.nextLineId);
  if (next && !next.contentHash) return { problem: 'The line to go on with is still a draft.' };
  const [line, { counting, students }] = await Promise.all([
    requireOwnLine(viewer, lineId),
    getClass(viewer, classId),
  ]);
  if (!line.contentHash)
    return {
      problem: 'This line is still a draft. Finish it on the writing desk and put it on the stand first.',
    };
  const chosen = students.map(({ id }) => id).filter((id) => read.data.studentIds.includes(id));
  if (chosen.length < new Set(read.data.studentIds).size)
    return { problem: 'One of the chosen students is not in this class. Choose again.' };
  // The class may count in its own way: nobody should wait for the drawing later.
  const wishes = LAYOUT_NAMES.map((layout) => ({ layout, counting }));
  for (const { contentHash } of await listParts(lineId)) await requestEngraving(contentHash, { wishes });
  return queries.insertAssignment(
    {
      line_id: lineId,
      class_id: classId,
      start_bpm: startBpm,
      goal_bpm: goalBpm,
      due_on: dueOn,
      ...(plan && { plan: JSON.stringify(plan) }),
      ...(next && { next_line_id: next.id }),
    },
    chosen.length > 0 && chosen.length < students.length ? chosen : undefined,
  );
}

export function listAssignmentsOfTeacher(viewer: Viewer) {
  assertTeacher(viewer);
  return queries.listAssignmentsOfTeacher(viewer.userId);
}

/** A ready plan or one of the teacher's own, in pieces of the teacher's choice; undefined for the whole line at once. */
async function chosenPlan(
  viewer: Viewer,
  { plan, chunking }: z.infer<typeof assignmentForm>,
): Promise<Plan | undefined> {
  if (plan === '') return undefined;
  const chosen = READY_PLANS.find(({ name }) => name === plan) ?? (await requireOwnPlan(viewer, plan)).plan;
  return { ...chosen, ...(chunking && { chunking }) };
}

/** What the viewer has to do, and where the viewer stands in it. */
export function listAssignmentsOfStudent(viewer: Viewer) {
  return progressOfStudent(viewer.userId);
}

/** The same of a student whom somebody may see. */
export async function progressOfStudent(studentId: string) {
  const [assignments, takes, words] = await Promise.all([
    queries.listAssignmentsOfStudent(studentId),
    listTakesOfStudent(studentId),
    queries.listStageWords(studentId),
  ]);
  const found = await Promise.all(
    assignments.map(async (assignment) => {
      const part = await maybePartForStudent(assignment.lineId, studentId, assignment.classId);
      if (!part) return undefined;
      const { plan, ...rest } = assignment;
      const { stages, progress } = standingOf(assignment, part.line, takes, words);
      return {
        ...rest,
        planName: planNameOf(assignment, stages),
        takes: takes.filter((take) => take.assignmentId === assignment.id),
        stageCount: stages.length,
        doneCount: progress.doneIds.length,
        now: progress.now && stageFacts(part.line, progress.now.stage, assignment.vocabulary),
        ...ladderOf(stages, progress, assignment.goalBpm),
      };
    }),
  );
  return found.filter((assignment) => assignment !== undefined);
}

/** Undefined where there is nothing to do but the whole line. */
function planNameOf(
  { plan, nextLineId }: { readonly plan: Plan | null; readonly nextLineId: string | null },
  stages: readonly Stage[],
): string | undefined {
  return plan?.name ?? (nextLineId || stages.some(({ isAsked }) => isAsked) ? NO_PLAN.name : undefined);
}

/** A stage in words. */
export function stageFacts({ part }: Line, { id, chunk, step }: Stage, vocabulary: Vocabulary) {
  const { name, doThis, checkedBy, input, click, backing, under } = STEPS[step];
  return {
    id,
    name,
    doThis,
    checkedBy,
    input,
    click,
    backing,
    under,
    chunkName: chunkName(part, chunk, measureName(vocabulary)),
  };
}

/** The ladder of the stage at hand, of the last one when all is done, and how far it is climbed. */
function ladderOf(stages: readonly Stage[], { now }: Progress, goalBpm: number) {
  const ladder = (now?.stage ?? stages.at(-1)!).ladder;
  return {
    ladder,
    climbed: now ? ladder.filter((bpm) => now.climb.climbed.includes(bpm)) : ladder,
    nextBpm: now?.bpm ?? goalBpm,
  };
}

/** An assignment the viewer may play, and the part to play from. @throws NotFound */
export async function requirePlayable(viewer: Viewer, assignmentId: string) {
  const assignment = z.uuid().safeParse(assignmentId).success
    ? await queries.maybeAssignment(assignmentId, viewer.userId)
    : undefined;
  if (!assignment || !(await mayPlay(viewer, assignment))) throw new NotFound();
  const part = await maybePartForStudent(assignment.lineId, viewer.userId, assignment.classId);
  if (!part) throw new NotFound();
  const next = assignment.nextLineId
    ? await maybePartForStudent(assignment.nextLineId, viewer.userId, assignment.classId)
    : undefined;
  return { assignment, part, nextLines: next ? [next.line] : [] };
}

/**
 * An assignment with everything that is needed to play its stage at hand.
 * @param asked id of another stage to go back to.
 * @throws NotFound
 */
export async function getAssignmentToPlay(viewer: Viewer, assignmentId: string, asked?: string) {
  const { assignment, part, nextLines } = await requirePlayable(viewer, assignmentId);
  const [takes, words] = await Promise.all([
    listTakesOfStudent(viewer.userId),
    queries.listStageWords(viewer.userId),
  ]);
  const { stages, progress } = standingOf(assignment, part.line, takes, words);
  const stage = stages.find(({ id }) => id === asked) ?? progress.now?.stage ?? stages.at(-1)!;
  const line = lineOfStage(part.line, stage, nextLines);
  const counting = STEPS[stage.step].under === 'counts' ? (assignment.counting ?? USUAL_STYLE) : undefined;
  const { plan, ...rest } = assignment;
  const isNow = progress.now?.stage.id === stage.id;
  return {
    ...rest,
    countIn: assignment.countIn ?? USUAL_COUNT_IN,
    strictness: strictnessOf(plan ?? undefined, stage.id, assignment.strictness),
    takes: takes.filter((take) => take.assignmentId === assignment.id),
    line,
    engravings: await engravingsOf(await storeMusic(line), counting),
    planName: planNameOf(assignment, stages),
    stage: {
      ...stageFacts(part.line, stage, assignment.vocabulary),
      isNow,
      why: isNow ? progress.now!.why : undefined,
    },
    next: progress.next && stageFacts(part.line, progress.next, assignment.vocabulary),
    stages: stages.map((one) => ({
      ...stageFacts(part.line, one, assignment.vocabulary),
      isDone: progress.doneIds.includes(one.id),
    })),
    isDone: progress.now === undefined,
    // Within the teacher's bounds the student may pick the tempo; only the stage's own rungs are climbed.
    ladder: withTempos(layRungs(assignment, (plan ?? NO_PLAN).ladderSteps), stage),
    climbed: isNow ? progress.now!.climb.climbed : progress.doneIds.includes(stage.id) ? stage.ladder : [],
    nextBpm: isNow ? progress.now!.bpm : stage.ladder[0]!,
  };
}

/** What a teacher asks for beside the plan may be slower or faster than the plan's own tempos. */
function withTempos(rungs: readonly number[], { ladder }: Stage): readonly number[] {
  return [...new Set([...rungs, ...ladder])].toSorted((a, b) => a - b);
}

/** A stage of an assignment as it is for the viewer; undefined when there is none of that id. */
async function maybeStage(
  viewer: Viewer,
  { assignment, part }: Awaited<ReturnType<typeof requirePlayable>>,
  stageId: unknown,
): Promise<Stage | undefined> {
  const asked = await listAskedPassages(assignment.id, viewer.userId);
  return stagesOfStudent(assignment, part.line, asked).find(({ id }) => id === stageId);
}

/** A student says that a stage which cannot be heard went well. @returns what is wrong, if anything. @throws NotFound */
export async function sayStageDone(
  viewer: Viewer,
  assignmentId: string,
  stageId: unknown,
): Promise<string | undefined> {
  if (viewer.role !== 'student') throw new NotFound();
  const playable = await requirePlayable(viewer, assignmentId);
  const stage = await maybeStage(viewer, playable, stageId);
  if (!stage) throw new NotFound();
  if (STEPS[stage.step].checkedBy !== 'own-word') return 'Mevlo listens to this one: play it and hand it in.';
  await queries.insertStageWord({
    assignment_id: playable.assignment.id,
    student_id: viewer.userId,
    stage: stage.id,
    kind: 'student-says-done',
  });
  return undefined;
}

/** The music that a take of a stage is checked against. @throws NotFound for a stage that the plan does not have. */
export async function requireMusicOfStage(viewer: Viewer, assignmentId: string, stageId: string | undefined) {
  const playable = await requirePlayable(viewer, assignmentId);
  const { part, nextLines } = playable;
  if (viewer.role !== 'student') throw new NotFound();
  if (stageId === undefined) return part.contentHash;
  const stage = await maybeStage(viewer, playable, stageId);
  if (!stage || STEPS[stage.step].checkedBy === 'own-word') throw new NotFound();
  return storeMusic(lineOfStage(part.line, stage, nextLines));
}

/** Its students record; its teacher may try it out. */
async function mayPlay(
  viewer: Viewer,
  assignment: { readonly id: string; readonly teacherIds: readonly string[] },
): Promise<boolean> {
  if (viewer.role === 'teacher') return assignment.teacherIds.includes(viewer.userId);
  return queries.isForStudent(assignment.id, viewer.userId);
}

/** Questions that wait; more of them are no clearer. */
const MOST_QUESTIONS = 10;

const question = z.object({ stage: z.string(), measure: z.coerce.number().int().min(0).max(9999) });

/** A student asks the teacher for help with a measure of a stage. @returns what is wrong, if anything. @throws NotFound */
export async function askForHelp(
  viewer: Viewer,
  assignmentId: string,
  form: unknown,
): Promise<string | undefined> {
  if (viewer.role !== 'student') throw new NotFound();
  const playable = await requirePlayable(viewer, assignmentId);
  const { assignment, part } = playable;
  const read = question.safeParse(form);
  const stage = read.success ? await maybeStage(viewer, playable, read.data.stage) : undefined;
  const hasMeasure = part.line.part.measures.some(({ number }) => number === read.data?.measure);
  if (!stage || !read.success || !hasMeasure) throw new NotFound();
  const own = await queries.listStageWords(viewer.userId);
  const waiting = own.filter(
    ({ kind, assignmentId: of }) => kind === 'asks-for-help' && of === assignment.id,
  );
  if (waiting.some(({ measure }) => measure === read.data.measure)) return undefined;
  if (waiting.length >= MOST_QUESTIONS) return 'Your teacher has enough questions of yours for now.';
  await queries.insertStageWord({
    assignment_id: assignment.id,
    student_id: viewer.userId,
    stage: stage.id,
    kind: 'asks-for-help',
    measure: read.data.measure,
  });
  return undefined;
}

/** Who asks for help, and with which measure. */
export function listQuestions(viewer: Viewer) {
  assertTeacher(viewer);
  return queries.listQuestions(viewer.userId);
}
