import 'server-only';
import { z } from 'zod';
import { DONE, type Result } from '@/core/base';
import { USUAL_COUNT_IN, USUAL_STYLE } from '@/core/counting';
import {
  describeStage,
  hardPairsOf,
  lineOfStage,
  maybeNextWhenEasy,
  planNameOf,
  STEPS,
  type Stage,
  stagesOfStudent,
  stageToPlay,
  standingOf,
  strictnessOf,
} from '@/core/practice';
import { listAskedPassages } from '@/server/db/queries/answers';
import * as queries from '@/server/db/queries/assignments';
import { maybePartForStudent, storeMusic } from '@/server/db/queries/music';
import { listStops } from '@/server/db/queries/practice-book';
import { mayBeRecorded } from '@/server/db/queries/roster';
import { listTakesOfStudent } from '@/server/db/queries/takes';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { refused } from '../read-form';
import { engravingsOf } from '../shelf/engravings';

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
  const [takes, words, stops] = await Promise.all([
    listTakesOfStudent(viewer.userId, assignment.id),
    queries.listStageWords(viewer.userId, assignment.id),
    listStops(viewer.userId, assignment.id),
  ]);
  const standing = standingOf(assignment, part.line, takes, words);
  const { stages, progress } = standing;
  const { stage, ...at } = stageToPlay(standing, assignment, asked);
  const line = lineOfStage(part.line, stage, nextLines);
  const counting = STEPS[stage.step].under === 'counts' ? (assignment.counting ?? USUAL_STYLE) : undefined;
  const nextWhenEasy = maybeNextWhenEasy(standing, assignment);
  const planName = planNameOf(assignment, stages);
  const { plan, ...rest } = assignment;
  const inWords = (one: Stage) => describeStage(part.line, one, assignment.vocabulary);
  return {
    ...rest,
    // The click says what the counts say.
    countIn: {
      ...(assignment.countIn ?? USUAL_COUNT_IN),
      compound: (assignment.counting ?? USUAL_STYLE).compound,
    },
    strictness: strictnessOf(plan ?? undefined, stage.id, assignment.strictness),
    mayRecord: viewer.role === 'teacher' || (await mayBeRecorded(viewer.userId)),
    takes,
    /** Of the whole part, whatever the stage makes of it. */
    partHash: part.contentHash,
    line,
    engravings: await engravingsOf(await storeMusic(line), counting),
    planName,
    stage: { ...inWords(stage), isNow: at.isNow, why: at.why },
    next: progress.next && inWords(progress.next),
    nextWhenEasy: nextWhenEasy && inWords(nextWhenEasy),
    stages: stages.map((one) => ({ ...inWords(one), isDone: progress.doneIds.includes(one.id) })),
    isDone: progress.now === undefined,
    ladder: at.ladder,
    climbed: at.climbed,
    nextBpm: at.bpm,
    climbing: at.climbing,
    /** Where the viewer stopped in this stage; undefined where it was another one. */
    stop: stops.find((one) => one.stage === (planName === undefined ? null : stage.id)),
    hardPairs: hardPairsOf(line, assignment.goalBpm),
  };
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

/**
 * A student says that a stage which cannot be heard went well.
 * @param wordId made by the device: the same word again changes nothing. @returns what is wrong, if anything. @throws NotFound
 */
export async function sayStageDone(
  viewer: Viewer,
  assignmentId: string,
  stageId: unknown,
  wordId?: string,
): Promise<Result<undefined>> {
  if (viewer.role !== 'student') throw new NotFound();
  const playable = await requirePlayable(viewer, assignmentId);
  const stage = await maybeStage(viewer, playable, stageId);
  if (!stage) throw new NotFound();
  if (STEPS[stage.step].checkedBy !== 'own-word')
    return refused('Mevlo listens to this one: play it and hand it in.');
  await queries.insertStageWord({
    ...(wordId !== undefined && { id: wordId }),
    assignment_id: playable.assignment.id,
    student_id: viewer.userId,
    stage: stage.id,
    kind: 'student-says-done',
  });
  return DONE;
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
): Promise<Result<undefined>> {
  if (viewer.role !== 'student') throw new NotFound();
  const playable = await requirePlayable(viewer, assignmentId);
  const { assignment, part } = playable;
  const read = question.safeParse(form);
  const stage = read.success ? await maybeStage(viewer, playable, read.data.stage) : undefined;
  const hasMeasure = part.line.part.measures.some(({ number }) => number === read.data?.measure);
  if (!stage || !read.success || !hasMeasure) throw new NotFound();
  const own = await queries.listStageWords(viewer.userId, assignment.id);
  const waiting = own.filter(({ kind }) => kind === 'asks-for-help');
  if (waiting.some(({ measure }) => measure === read.data.measure)) return DONE;
  if (waiting.length >= MOST_QUESTIONS) return refused('Your teacher has enough questions of yours for now.');
  await queries.insertStageWord({
    assignment_id: assignment.id,
    student_id: viewer.userId,
    stage: stage.id,
    kind: 'asks-for-help',
    measure: read.data.measure,
  });
  return DONE;
}

/** Who asks for help, and with which measure. */
export function listQuestions(viewer: Viewer) {
  assertTeacher(viewer);
  return queries.listQuestions(viewer.userId);
}
