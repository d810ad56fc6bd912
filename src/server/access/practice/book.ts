import 'server-only';
import { z } from 'zod';
import { DONE, type Result } from '@/core/base';
import { type Day, dayAfter, weekBegins } from '@/core/calendar';
import { isLearned, minutesByDay, minutesLeftOf, planDay } from '@/core/practice';
import { isForStudent } from '@/server/db/queries/assignments';
import * as queries from '@/server/db/queries/practice-book';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { readForm, refused } from '../read-form';
import { houseStyle } from '../school/dates';
import { requireRecordOf } from '../school/roster';
import { maybeNotNow } from './from-device';
import { describeStanding, standingsOfStudent } from './progress';

/** So far the book looks back. */
const DAYS_BACK = 28;
/** A word for every line, and more on a rainy Sunday. */
const MOST_SPELLS_A_DAY = 300;
/** A device sends each minute at most; several windows may. */
const SENDING = { most: 600, seconds: 3600 };

const measureNumber = z.int().min(0).max(9999);
const spellForm = z.object({
  id: z.uuid(),
  /** Missing for reading. */
  assignmentId: z.uuid().optional(),
  day: z.iso.date(),
  seconds: z.int().min(1).max(14_400),
  stage: z.string().min(1).max(160).optional(),
  bpm: z.int().min(10).max(400).optional(),
  measures: z.object({ first: measureNumber, last: measureNumber }).optional(),
  endedAt: z.iso.datetime(),
});

/**
 * Notes that a student has practised: a stretch of playing, as the device measured it. It may come again, having grown.
 * @returns what is wrong, if anything. @throws NotFound for somebody who is no student
 */
export async function notePractice(viewer: Viewer, form: unknown, today: Day): Promise<Result<undefined>> {
  if (viewer.role !== 'student') throw new NotFound();
  const read = readForm(spellForm, form);
  if (!read.ok) return read;
  const { id, assignmentId, day, seconds, stage, bpm, measures, endedAt } = read.value;
  const notNow = await maybeNotNow(day, today, { ...SENDING, name: `practised:${viewer.userId}` });
  if (notNow) return notNow;
  if ((await queries.countSpells(viewer.userId, day)) >= MOST_SPELLS_A_DAY)
    return refused('More than this nobody practises on a day.');
  // Time that was practised on a line which has been taken back is practised all the same.
  const isTheirs = assignmentId !== undefined && (await isForStudent(assignmentId, viewer.userId));
  await queries.storeSpell({
    id,
    student_id: viewer.userId,
    assignment_id: isTheirs ? assignmentId : null,
    day,
    seconds,
    stage: isTheirs ? (stage ?? null) : null,
    bpm: bpm ?? null,
    first_measure: measures?.first ?? null,
    last_measure: measures?.last ?? null,
    ended_at: new Date(endedAt),
  });
  return DONE;
}

/** The practice book of a student: for the student, and for the teacher. @throws NotFound */
export async function getBook(viewer: Viewer, studentId: string, today: Day) {
  const student = await requireRecordOf(viewer, studentId);
  const from = dayAfter(today, 1 - DAYS_BACK);
  const [standings, practised, stops, book] = await Promise.all([
    standingsOfStudent(studentId),
    queries.listPractised(studentId, from),
    queries.listStops(studentId),
    queries.maybeBook(studentId),
  ]);
  const minutesADay = book?.ownMinutes ?? student.dailyMinutes;
  const open = standings
    .filter(({ standing }) => !isLearned(standing))
    .map((one) => ({
      ...describeStanding(one),
      minutesLeft: minutesLeftOf(one.line, one.standing, one.assignment),
      isAsked: one.standing.progress.now?.stage.isAsked ?? false,
    }));
  const byId = new Map(open.map((line) => [line.id, line]));
  const playedToday = (id: string) =>
    practised.reduce(
      (sum, spell) => sum + (spell.day === today && spell.assignmentId === id ? spell.seconds : 0),
      0,
    );
  const plan = planDay(open, minutesADay, today);
  const days = minutesByDay(practised, from, DAYS_BACK);
  return {
    studentId,
    name: student.name,
    className: student.className,
    minutesADay,
    ownMinutes: book?.ownMinutes ?? undefined,
    classMinutes: student.dailyMinutes,
    ownGoal: book?.ownGoal ?? '',
    word: book && book.teacherWord !== '' ? book : undefined,
    /** In the order in which they are to be played. */
    today: plan.flatMap(({ id, minutes }) => {
      const line = byId.get(id);
      const stop = stops.find(({ assignmentId }) => assignmentId === id);
      return line ? [{ ...line, minutes, doneMinutes: Math.floor(playedToday(id) / 60), stop }] : [];
    }),
    /** Open, but not for today. */
    otherDays: open.filter(({ id }) => !plan.some((one) => one.id === id)),
    week: minutesByDay(practised, weekBegins(today, houseStyle().weekStart), 7),
    /** Days with a minute of playing, of the last four weeks. */
    practisedDays: days.filter(({ minutes }) => minutes > 0).length,
    ofDays: DAYS_BACK,
    minutesInAll: days.reduce((sum, { minutes }) => sum + minutes, 0),
  };
}

export type PracticeBook = Awaited<ReturnType<typeof getBook>>;

const goalForm = z.object({
  minutes: z
    .literal('')
    .transform(() => undefined)
    .or(
      z.coerce
        .number('Minutes are a number.')
        .int('Minutes are whole ones.')
        .min(1, 'At least one minute a day.')
        .max(240, 'At most 240 minutes a day.'),
    ),
  goal: z.string().trim().max(200, 'Say it in at most 200 letters.'),
});

/** What a student wants. @returns what is wrong, if anything. @throws NotFound for somebody who is no student */
export async function setOwnGoal(viewer: Viewer, form: unknown): Promise<Result<undefined>> {
  if (viewer.role !== 'student') throw new NotFound();
  const read = readForm(goalForm, form);
  if (!read.ok) return read;
  await queries.storeOwnGoal(viewer.userId, read.value.minutes, read.value.goal);
  return DONE;
}

const wordForm = z.object({ word: z.string().trim().max(500, 'Say it in at most 500 letters.') });

/** The teacher's word in a student's book; an empty one takes it out. @returns what is wrong, if anything. @throws NotFound */
export async function sayInBook(
  viewer: Viewer,
  studentId: string,
  form: unknown,
): Promise<Result<undefined>> {
  assertTeacher(viewer);
  await requireRecordOf(viewer, studentId);
  const read = readForm(wordForm, form);
  if (!read.ok) return read;
  await queries.storeBookWord(studentId, viewer.userId, read.value.word);
  return DONE;
}
