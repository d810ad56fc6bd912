import 'server-only';
import { z } from 'zod';
import { createRandom, DONE, type Result } from '@/core/base';
import type { Day } from '@/core/calendar';
import { USUAL_COUNT_IN, USUAL_STYLE } from '@/core/counting';
import {
  afterAnswer,
  chooseQuestions,
  DRILL_KINDS,
  firstShownMeasure,
  type Known,
  MEASURES_HEARD,
  type Question,
  questionsOf,
  sayItem,
  wordsOfPart,
} from '@/core/drills';
import { maybeInstrument } from '@/core/instruments';
import { needsWork } from '@/core/judging';
import type { Line } from '@/core/notation';
import { lineOfLoop } from '@/core/practice';
import type { EngravedSystem } from '@/engraving/engraving';
import { listAssignmentsOfStudent } from '@/server/db/queries/assignments';
import * as queries from '@/server/db/queries/drills';
import { hashLine, partsForStudent, storeMusic } from '@/server/db/queries/music';
import { mayBeRecorded } from '@/server/db/queries/roster';
import { listTakesOfStudent } from '@/server/db/queries/takes';
import { NotFound, type Viewer } from '../account/viewer';
import { readForm, refused } from '../read-form';
import { engravingsOf } from '../shelf/engravings';
import { maybeNotNow } from './from-device';

/** More than anybody answers in a minute. */
const MOST_QUESTIONS = 24;
/** The newest lines: what is played now is what is read now. */
const MOST_LINES = 6;
/** What went wrong before is no news. */
const NEWEST_TAKES = 2;
/** Nobody reads more different things than these; more are no student's. */
const MOST_ITEMS = 2000;
/** More answers than these in an hour are a stuck program, not a student. */
const ANSWERS = { most: 1500, seconds: 3600 };

/** A question with all that is shown and played for it. */
export interface DrawnQuestion extends Question {
  readonly systems: readonly EngravedSystem[];
  /** What sounds, or is clapped: the measure alone. Undefined where nothing does. */
  readonly music: Line | undefined;
  readonly bpm: number;
  /** Of the instrument, where fingerings are drawn. */
  readonly holes: readonly number[];
}

/**
 * A minute of reading from the lines that a student has been given, what is due first. Lines that are not drawn without counts yet are asked
 * for, and left out.
 * @param seed other places of the same things with every other one. @throws NotFound for somebody who is no student
 */
export async function getDrill(viewer: Viewer, today: Day, seed: number) {
  if (viewer.role !== 'student') throw new NotFound();
  const assignments = (await listAssignmentsOfStudent(viewer.userId)).slice(-MOST_LINES);
  const [parts, known, takes, mayRecord] = await Promise.all([
    partsForStudent(viewer.userId, assignments),
    queries.listKnown(viewer.userId),
    listTakesOfStudent(viewer.userId),
    mayBeRecorded(viewer.userId),
  ]);
  const vocabulary = assignments[0]?.vocabulary ?? 'us';
  const lines = assignments.flatMap((assignment) => {
    const line = parts.get(assignment.id);
    return line ? [{ line, bpm: assignment.startBpm, weak: weakMeasures(takes, assignment.id) }] : [];
  });
  // Counts under the notes would tell the answer.
  const drawn = await Promise.all(
    lines.map(async (one) => ({ ...one, engravings: await engravingsOf(hashLine(one.line), undefined) })),
  );
  const asked = drawn.flatMap(({ line, bpm, weak, engravings }) =>
    engravings
      ? questionsOf(line.part, vocabulary).flatMap((question) => {
          const systems = systemsFor(question, engravings.narrow.systems);
          if (systems.length === 0 || (question.kind === 'clap' && !mayRecord)) return [];
          const wentWrong = weak.has(line.part.measures[question.measureIndex]!.number);
          return [{ ...question, systems, line, bpm, wentWrong }];
        })
      : [],
  );
  const words = lines.flatMap(({ line, bpm }) =>
    wordsOfPart(line.part).map((word) => ({ ...word.question, line: word.line, bpm, systems: [] })),
  );
  const knownOf = new Map(known.map(({ item, box, dueOn }): [string, Known] => [item, { box, dueOn }]));
  const chosen = chooseQuestions([...asked, ...words], knownOf, today, MOST_QUESTIONS, createRandom(seed));
  return {
    hasLines: lines.length > 0,
    isDrawn: drawn.some(({ engravings }) => engravings !== undefined) || lines.length === 0,
    questions: (await Promise.all(chosen.map(asShown))).flat(),
    vocabulary,
    countIn: {
      ...(assignments[0]?.countIn ?? USUAL_COUNT_IN),
      compound: (assignments[0]?.counting ?? USUAL_STYLE).compound,
    },
  };
}

const holesOf = ({ part }: Line) => maybeInstrument(part.instrument)?.chart?.holes ?? [];

/** Printed numbers of the measures that need work in a student's newest takes of a line. */
function weakMeasures(takes: Awaited<ReturnType<typeof listTakesOfStudent>>, assignmentId: string) {
  const newest = takes.filter((take) => take.assignmentId === assignmentId).slice(0, NEWEST_TAKES);
  return new Set(
    newest.flatMap(({ measures }) => (measures ?? []).filter(needsWork).map(({ number }) => number)),
  );
}

/** What is shown: the system in which it stands; where measures are to be told apart, all that they stand in. */
function systemsFor(
  { kind, eventIds, measureIndex }: Question,
  systems: readonly EngravedSystem[],
): readonly EngravedSystem[] {
  const from = kind === 'heard' ? firstShownMeasure(measureIndex) : measureIndex;
  const to = kind === 'heard' ? from + MEASURES_HEARD : from + 1;
  return systems.filter(
    ({ events, measures }) =>
      measures.some(({ printedIndex }) => printedIndex >= from && printedIndex < to) &&
      eventIds.every((id) => events[id] !== undefined),
  );
}

/** What of the line sounds, or is clapped: the measure alone. */
function musicOf({ kind, measureIndex }: Question, line: Line): Line | undefined {
  if (kind !== 'heard' && kind !== 'clap') return undefined;
  const range = { fromIndex: measureIndex, toIndex: measureIndex + 1, withNoteBefore: false };
  return lineOfLoop(line, range, kind === 'clap' ? 'clap' : undefined).line;
}

/** A question as it goes to the page. A word is drawn by itself: one that is not drawn yet is asked for, and there the next time. */
async function asShown({
  line,
  ...question
}: Omit<DrawnQuestion, 'music' | 'holes'> & { readonly line: Line }): Promise<readonly DrawnQuestion[]> {
  const shown = { ...question, music: musicOf(question, line), holes: holesOf(line) };
  if (question.kind !== 'word') return [shown];
  const engravings = await engravingsOf(await storeMusic(line), undefined);
  return engravings ? [{ ...shown, systems: engravings.narrow.systems }] : [];
}

const answerForm = z.object({
  id: z.uuid(),
  day: z.iso.date(),
  item: z
    .string()
    .max(80)
    .regex(new RegExp(`^(${DRILL_KINDS.join('|')}) [^\\n]{1,70}$`)),
  isRight: z.boolean(),
});

/** Notes what a student knew; the same answer again changes nothing. @returns what is wrong, if anything. @throws NotFound */
export async function keepDrillAnswer(
  viewer: Viewer,
  answer: unknown,
  today: Day,
): Promise<Result<undefined>> {
  if (viewer.role !== 'student') throw new NotFound();
  const read = readForm(answerForm, answer);
  if (!read.ok) return read;
  const { id, day, item, isRight } = read.value;
  const notNow = await maybeNotNow(day, today, { ...ANSWERS, name: `drill:${viewer.userId}` });
  if (notNow) return notNow;
  const before = await queries.maybeKnown(viewer.userId, item);
  if (!before && (await queries.countKnown(viewer.userId)) >= MOST_ITEMS)
    return refused('That is more than anybody reads.');
  if (before?.lastAnswerId === id) return DONE;
  await queries.storeKnown(viewer.userId, item, id, afterAnswer(before, isRight, day), isRight);
  return DONE;
}

/** What a student has missed and does not know yet, in words. @param studentId whom the caller may see. */
export async function listNotKnown(studentId: string) {
  const known = await queries.listKnown(studentId);
  return known
    .filter(({ box, missed }) => box === 1 && missed > 0)
    .map(({ item, asked, missed }) => ({ item, words: sayItem(item), asked, missed }));
}
