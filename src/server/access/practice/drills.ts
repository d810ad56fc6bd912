import 'server-only';
import { z } from 'zod';
import { createRandom, DONE, type Result } from '@/core/base';
import type { Day } from '@/core/calendar';
import { afterAnswer, chooseQuestions, DRILL_KINDS, type Known, questionsOf, sayItem } from '@/core/drills';
import { listAssignmentsOfStudent } from '@/server/db/queries/assignments';
import { mayDo } from '@/server/db/queries/attempts';
import * as queries from '@/server/db/queries/drills';
import { hashLine, partsForStudent } from '@/server/db/queries/music';
import { NotFound, type Viewer } from '../account/viewer';
import { refused } from '../read-form';
import { engravingsOf } from '../shelf/engravings';

/** More than anybody answers in a minute. */
const MOST_QUESTIONS = 24;
/** The newest lines: what is played now is what is read now. */
const MOST_LINES = 6;
/** Nobody reads more different things than these; more are no student's. */
const MOST_ITEMS = 2000;
/** More answers than these in an hour are a stuck program, not a student. */
const ANSWERS = { most: 1500, seconds: 3600 };

/**
 * A minute of reading from the lines that a student has been given, what is due first. Lines that are not drawn without counts yet are asked
 * for, and left out.
 * @param seed other places of the same things with every other one. @throws NotFound for somebody who is no student
 */
export async function getDrill(viewer: Viewer, today: Day, seed: number) {
  if (viewer.role !== 'student') throw new NotFound();
  const assignments = (await listAssignmentsOfStudent(viewer.userId)).slice(-MOST_LINES);
  const [parts, known] = await Promise.all([
    partsForStudent(viewer.userId, assignments),
    queries.listKnown(viewer.userId),
  ]);
  const lines = [...new Map([...parts.values()].map((line) => [hashLine(line), line]))];
  // Counts under the notes would tell the answer.
  const drawn = await Promise.all(
    lines.map(async ([hash, line]) => ({ line, engravings: await engravingsOf(hash, undefined) })),
  );
  const questions = drawn.flatMap(({ line, engravings }) =>
    engravings
      ? questionsOf(line.part).flatMap((question) => {
          const system = engravings.narrow.systems.find(({ events }) =>
            question.eventIds.every((id) => events[id] !== undefined),
          );
          return system ? [{ ...question, system }] : [];
        })
      : [],
  );
  const knownOf = new Map(known.map(({ item, box, dueOn }): [string, Known] => [item, { box, dueOn }]));
  return {
    hasLines: lines.length > 0,
    isDrawn: drawn.some(({ engravings }) => engravings !== undefined) || lines.length === 0,
    questions: chooseQuestions(questions, knownOf, today, MOST_QUESTIONS, createRandom(seed)),
  };
}

const answerForm = z.object({
  item: z
    .string()
    .max(80)
    .regex(new RegExp(`^(${DRILL_KINDS.join('|')}) [^\\n]{1,70}$`)),
  isRight: z.boolean(),
});

/** Notes what a student knew. @returns what is wrong, if anything. @throws NotFound */
export async function keepDrillAnswer(
  viewer: Viewer,
  answer: unknown,
  today: Day,
): Promise<Result<undefined>> {
  const read = answerForm.safeParse(answer);
  if (viewer.role !== 'student' || !read.success) throw new NotFound();
  if (!(await mayDo(`drill:${viewer.userId}`, ANSWERS)))
    return refused('That were very many answers within an hour. Take a break.');
  const { item, isRight } = read.data;
  const before = await queries.maybeKnown(viewer.userId, item);
  if (!before && (await queries.countKnown(viewer.userId)) >= MOST_ITEMS)
    return refused('That is more than anybody reads.');
  await queries.storeKnown(viewer.userId, item, afterAnswer(before, isRight, today), isRight);
  return DONE;
}

/** What a student has missed and does not know yet, in words. @param studentId whom the caller may see. */
export async function listNotKnown(studentId: string) {
  const known = await queries.listKnown(studentId);
  return known
    .filter(({ box, missed }) => box === 1 && missed > 0)
    .map(({ item, asked, missed }) => ({ item, words: sayItem(item), asked, missed }));
}
