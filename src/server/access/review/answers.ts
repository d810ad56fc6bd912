import 'server-only';
import { z } from 'zod';
import { DONE, type Result } from '@/core/base';
import type { Line } from '@/core/notation';
import { ANSWERS, layRungs, NO_PLAN, passageToAsk } from '@/core/practice';
import * as answers from '@/server/db/queries/answers';
import { maybePartForStudent } from '@/server/db/queries/music';
import * as queries from '@/server/db/queries/takes';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { getTake, ratingForm, requireTake } from '../practice/takes';
import { tempoField } from '../practice/tempo-field';
import { readForm, refused } from '../read-form';

/** What was answered last in the viewer's classes, newest first. */
export function listAnsweredTakes(viewer: Viewer) {
  assertTeacher(viewer);
  return queries.listAnsweredTakes(viewer.userId);
}

/**
 * What may be asked for instead of the whole line, for the teacher who answers a take: the printed measures of the student's
 * part, and what is proposed. @throws NotFound
 */
export async function getPassageChoice(viewer: Viewer, take: Awaited<ReturnType<typeof getTake>>) {
  assertTeacher(viewer);
  const numbers = await measuresOfPart(await requireTake(viewer, take.id));
  if (numbers.length === 0) return undefined;
  const printed = printedNumbers(take.line);
  const rungs = layRungs(take, (take.plan ?? NO_PLAN).ladderSteps);
  const weak = passageToAsk(take.verdict?.measures ?? [], printed, take.askedBpm, rungs);
  const isInLine = weak && numbers.includes(weak.fromMeasure) && numbers.includes(weak.toMeasure);
  return { numbers, asked: take.passage, proposed: isInLine ? weak : undefined };
}

const printedNumbers = ({ part }: Line) => part.measures.map(({ number }) => number);

/** The printed measures of the part that the student of a take reads; none when the line is gone. */
async function measuresOfPart({ lineId, studentId, classId }: Awaited<ReturnType<typeof requireTake>>) {
  const part = await maybePartForStudent(lineId, studentId, classId);
  return part ? [...new Set(printedNumbers(part.line))] : [];
}

const measureNumber = z.coerce.number().int().min(0).max(9999);
const answerForm = z.object({
  answer: z.enum(ANSWERS),
  comment: z.string().trim().max(1000, 'A comment has at most 1000 letters.'),
  rating: ratingForm.optional(),
  passage: z
    .object({
      fromMeasure: measureNumber,
      toMeasure: measureNumber,
      bpm: tempoField('Type the tempo as a number.'),
    })
    .refine(
      ({ fromMeasure, toMeasure }) => fromMeasure <= toMeasure,
      'The last of the measures must not come before the first.',
    )
    .optional(),
});

/** The teacher's word on a take, beside the verdict and never over it. @returns what is wrong, if anything. @throws NotFound */
export async function answerTake(viewer: Viewer, takeId: string, form: unknown): Promise<Result<undefined>> {
  assertTeacher(viewer);
  const take = await requireTake(viewer, takeId);
  const read = readForm(answerForm, form);
  if (!read.ok) return read;
  const { rating: rated, passage, ...said } = read.value;
  if (passage) {
    const numbers = await measuresOfPart(take);
    if (![passage.fromMeasure, passage.toMeasure].every((number) => numbers.includes(number)))
      return refused('The line has no such measures any more. Reload the page and choose again.');
  }
  await answers.storeAnswer({
    take_id: take.id,
    teacher_id: viewer.userId,
    ...said,
    rating: rated && Object.keys(rated).length > 0 ? JSON.stringify(rated) : null,
    // Only who plays again plays other measures.
    passage: passage && said.answer === 'again' ? JSON.stringify(passage) : null,
  });
  return DONE;
}

/** Takes the last answer to a take back: what stood there before stands again, or it waits as before. @throws NotFound */
export async function takeAnswerBack(viewer: Viewer, takeId: string): Promise<void> {
  assertTeacher(viewer);
  const take = await requireTake(viewer, takeId);
  if (!(await answers.takeAnswerBack(take.id))) throw new NotFound();
}

/** Whose take was answered just now, to be taken back if it was a slip; undefined when there is no such answer. */
export async function maybeAnswered(viewer: Viewer, takeId: unknown) {
  assertTeacher(viewer);
  const read = z.uuid().safeParse(takeId);
  if (!read.success) return undefined;
  const { studentName, lineNumber, line, answer } = await getTake(viewer, read.data);
  return answer ? { takeId: read.data, studentName, lineNumber, lineTitle: line.title, answer } : undefined;
}
