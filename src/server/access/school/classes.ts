import 'server-only';
import { randomInt } from 'node:crypto';
import { z } from 'zod';
import { DONE, type Result, success } from '@/core/base';
import { daysFrom } from '@/core/calendar';
import {
  type CountingStyle,
  STORED_COUNT_IN,
  STORED_STYLE,
  USUAL_COUNT_IN,
  USUAL_STYLE,
} from '@/core/counting';
import { INSTRUMENT_IDS } from '@/core/instruments';
import { STRICTNESSES } from '@/core/judging';
import { OWN_EARS } from '@/core/practice';
import { whyGuessable } from '@/core/school';
import { VOCABULARIES, type Vocabulary } from '@/core/time';
import { createStudent } from '@/server/auth/accounts';
import { listPoliciesOfClass } from '@/server/db/queries/checks';
import * as queries from '@/server/db/queries/classes';
import { completeParts } from '@/server/jobs/complete-parts';
import { policyOfTake } from '@/server/jobs/policy-of-take';
import { isBeingJudged, requestRejudging } from '@/server/jobs/queue';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { readForm, refused } from '../read-form';

/** No letters or digits that look alike on a sign-in card. */
const CODE_LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ';
const CODE_DIGITS = '23456789';

export function listClasses(viewer: Viewer) {
  assertTeacher(viewer);
  return queries.listClasses(viewer.userId);
}

/** The viewer's classes with who is in them. */
export async function listRosters(viewer: Viewer) {
  const classes = await listClasses(viewer);
  return Promise.all(
    classes.map(async ({ id, name, dailyMinutes }) => ({
      id,
      name,
      dailyMinutes,
      students: (await queries.listStudents(id)).map((student) => ({
        id: student.id,
        name: student.name,
        instrument: student.instrument,
      })),
    })),
  );
}

/** A class of the viewer's with its students. @throws NotFound */
export async function getClass(viewer: Viewer, classId: string) {
  const found = await requireOwnClass(viewer, classId);
  return {
    id: found.id,
    name: found.name,
    code: found.code,
    /** Whether it is the viewer's own and not only helped in. */
    isHead: found.teacher_id === viewer.userId,
    vocabulary: found.vocabulary,
    counting: found.counting ?? USUAL_STYLE,
    countIn: found.count_in ?? USUAL_COUNT_IN,
    strictness: found.strictness,
    ownEars: found.own_ears,
    dailyMinutes: found.daily_minutes,
    pace: found.pace ?? undefined,
    students: await queries.listStudents(found.id),
  };
}

/** A class that the viewer teaches. @throws NotFound */
export async function requireOwnClass(viewer: Viewer, classId: string) {
  assertTeacher(viewer);
  const found = z.uuid().safeParse(classId).success ? await queries.maybeClass(classId) : undefined;
  if (!found?.teacherIds.includes(viewer.userId)) throw new NotFound();
  return found;
}

/** A class that is the viewer's and not only helped in: for what cannot be undone. @throws NotFound */
export async function requireHeadOfClass(viewer: Viewer, classId: string) {
  const found = await requireOwnClass(viewer, classId);
  if (found.teacher_id !== viewer.userId) throw new NotFound();
  return found;
}

const className = z
  .string()
  .trim()
  .min(1, 'Give the class a name.')
  .max(60, 'A class name has at most 60 letters.');

/** @returns the new class's id, or what is wrong with the name. */
export async function createClass(viewer: Viewer, name: unknown): Promise<Result<{ id: string }>> {
  assertTeacher(viewer);
  const read = readForm(z.object({ name: className }), { name });
  if (!read.ok) return read;
  return success(
    await queries.insertClass({ teacher_id: viewer.userId, name: read.value.name, code: newClassCode() }),
  );
}

/** @returns what is wrong with the name, if anything. @throws NotFound */
export async function renameClass(
  viewer: Viewer,
  classId: string,
  name: unknown,
): Promise<Result<undefined>> {
  const owned = await requireHeadOfClass(viewer, classId);
  const read = readForm(z.object({ name: className }), { name });
  if (!read.ok) return read;
  await queries.renameClass(owned.id, read.value.name);
  return DONE;
}

function newClassCode(): string {
  const pick = (letters: string, count: number) =>
    Array.from({ length: count }, () => letters[randomInt(letters.length)]).join('');
  return `${pick(CODE_LETTERS, 4)}-${pick(CODE_DIGITS, 3)}`;
}

export const userNameForm = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^[a-z0-9._-]{1,30}$/, 'A user name has letters a–z, digits, dots or dashes, and no spaces.');

const namesForm = z.object({
  name: z.string().trim().min(1, 'Type the student’s name.').max(60, 'A name has at most 60 letters.'),
  userName: userNameForm,
});

/** What a student is called, and signs in as. @returns what is wrong, if anything. @throws NotFound */
export async function renameStudent(
  viewer: Viewer,
  classId: string,
  studentId: string,
  form: unknown,
): Promise<Result<undefined>> {
  const owned = await requireOwnClass(viewer, classId);
  const students = await queries.listStudents(owned.id);
  if (!students.some(({ id }) => id === studentId)) throw new NotFound();
  const read = readForm(namesForm, form);
  if (!read.ok) return read;
  return (await queries.renameStudent(owned.id, studentId, read.value))
    ? DONE
    : refused(`“${read.value.userName}” is taken in this class: choose another user name.`, 'userName');
}

const studentForm = namesForm.extend({
  pin: z
    .string('Type a PIN.')
    .max(60, 'A PIN or password has at most 60 characters.')
    .superRefine((pin, context) => {
      const why = whyGuessable(pin, []);
      if (why) context.addIssue({ code: 'custom', message: why });
    }),
  instrument: z.enum(INSTRUMENT_IDS, 'Choose an instrument.').optional(),
});

/** @returns undefined when added, otherwise what is wrong. @throws NotFound */
export async function addStudent(viewer: Viewer, classId: string, form: unknown): Promise<Result<undefined>> {
  const owned = await requireOwnClass(viewer, classId);
  const read = readForm(studentForm, form);
  if (!read.ok) return read;
  const { name, userName, pin, instrument } = read.value;
  const why = whyGuessable(pin, [name, userName]);
  if (why) return refused(why, 'pin');
  const students = await queries.listStudents(owned.id);
  if (students.some((student) => student.userName === userName))
    return refused(`“${userName}” is taken in this class: choose another user name.`, 'userName');
  await createStudent({ name, classId: owned.id, userName, pin, ...(instrument && { instrument }) });
  await completeParts({ classId: owned.id });
  return DONE;
}

const instrumentForm = z.object({
  studentId: z.string().min(1).max(60),
  instrument: z.enum(INSTRUMENT_IDS, 'Choose an instrument of the list.'),
});

/** What a student of the class plays, and so which part is read. @returns what is wrong, if anything. @throws NotFound */
export async function changeInstrument(
  viewer: Viewer,
  classId: string,
  form: unknown,
): Promise<Result<undefined>> {
  const owned = await requireOwnClass(viewer, classId);
  const read = readForm(instrumentForm, form);
  if (!read.ok) return read;
  await queries.setInstrument(owned.id, read.value.studentId, read.value.instrument);
  await completeParts({ classId: owned.id });
  return DONE;
}

/** How the class says note values. @returns what is wrong, if anything. @throws NotFound */
export async function changeVocabulary(
  viewer: Viewer,
  classId: string,
  vocabulary: unknown,
): Promise<Result<undefined>> {
  const owned = await requireOwnClass(viewer, classId);
  const read = readForm(z.enum(VOCABULARIES, 'Choose one of the two ways to name note values.'), vocabulary);
  if (!read.ok) return read;
  await queries.setVocabulary(owned.id, read.value);
  return DONE;
}

/** How the class counts. @returns what is wrong, if anything. @throws NotFound */
export async function changeCounting(
  viewer: Viewer,
  classId: string,
  style: unknown,
): Promise<Result<undefined>> {
  const owned = await requireOwnClass(viewer, classId);
  const read = readForm(STORED_STYLE, style);
  if (!read.ok) return read;
  await queries.setCounting(owned.id, read.value);
  return DONE;
}

/** How a class counts in. @returns what is wrong, if anything. @throws NotFound */
export async function changeCountIn(
  viewer: Viewer,
  classId: string,
  style: unknown,
): Promise<Result<undefined>> {
  const owned = await requireOwnClass(viewer, classId);
  const read = readForm(STORED_COUNT_IN, style);
  if (!read.ok) return refused('Choose how the class counts in.');
  await queries.setCountIn(owned.id, read.value);
  return DONE;
}

/**
 * How strictly a class is judged; every take it has is judged anew.
 * @returns what is wrong, if anything. @throws NotFound
 */
export async function changeStrictness(
  viewer: Viewer,
  classId: string,
  strictness: unknown,
): Promise<Result<undefined>> {
  const owned = await requireOwnClass(viewer, classId);
  const read = readForm(z.enum(STRICTNESSES, 'Choose how strictly the class is judged.'), strictness);
  if (!read.ok) return read;
  await queries.setStrictness(owned.id, read.value);
  await requestRejudging(owned.id);
  return DONE;
}

/** How often own ears are asked before the verdict. @returns what is wrong, if anything. @throws NotFound */
export async function changeOwnEars(
  viewer: Viewer,
  classId: string,
  times: unknown,
): Promise<Result<undefined>> {
  const owned = await requireOwnClass(viewer, classId);
  const read = readForm(z.enum(OWN_EARS, 'Choose how often own ears are asked.'), times);
  if (!read.ok) return read;
  await queries.setOwnEars(owned.id, read.value);
  return DONE;
}

/**
 * How far it is with judging a class anew after its teacher has changed how strictly.
 * @returns undefined when nothing is being judged, or every take is judged as it is to be. @throws NotFound
 */
export async function maybeJudgingAnew(
  viewer: Viewer,
  classId: string,
): Promise<{ readonly done: number; readonly of: number } | undefined> {
  const owned = await requireOwnClass(viewer, classId);
  if (!(await isBeingJudged(owned.id))) return undefined;
  const takes = await listPoliciesOfClass(owned.id);
  const done = takes.filter((take) => policyOfTake(take).name === take.judgedBy).length;
  return done < takes.length ? { done, of: takes.length } : undefined;
}

/** How a class talks about rhythm. */
export interface Ways {
  readonly vocabulary: Vocabulary;
  readonly counting: CountingStyle;
}

/** The ways of every class of the viewer's, in the order of their names. */
export async function listWays(viewer: Viewer) {
  assertTeacher(viewer);
  const classes = await queries.listWays(viewer.userId);
  return classes.map(({ counting, ...rest }) => ({ ...rest, counting: counting ?? USUAL_STYLE }));
}

/** What most of the viewer's classes do, the first by name among equals; the usual ways without a class. */
export async function usualWays(viewer: Viewer): Promise<Ways> {
  return mostUsed(await listWays(viewer));
}

/** The ways that most of some classes have. */
export function mostUsed(ways: readonly Ways[]): Ways {
  return {
    vocabulary: mostCommon(ways.map(({ vocabulary }) => vocabulary)) ?? 'us',
    counting: mostCommon(ways.map(({ counting }) => counting)) ?? USUAL_STYLE,
  };
}

function mostCommon<Value>(values: readonly Value[]): Value | undefined {
  const counts = new Map<string, { readonly value: Value; readonly count: number }>();
  for (const value of values) {
    const key = JSON.stringify(value);
    counts.set(key, { value, count: (counts.get(key)?.count ?? 0) + 1 });
  }
  return [...counts.values()].reduce<{ value: Value; count: number } | undefined>(
    (best, one) => (best && best.count >= one.count ? best : one),
    undefined,
  )?.value;
}

const minutes = z.coerce
  .number({ error: 'Type the minutes as a number.' })
  .int()
  .min(5, 'At least 5 minutes a day.')
  .max(240, 'At most 240 minutes a day.');

/** How long the students of a class practise on a day. @returns what is wrong, if anything. @throws NotFound */
export async function changeDailyMinutes(
  viewer: Viewer,
  classId: string,
  value: unknown,
): Promise<Result<undefined>> {
  const owned = await requireOwnClass(viewer, classId);
  const read = readForm(minutes, value);
  if (!read.ok) return read;
  await queries.setDailyMinutes(owned.id, read.value);
  return DONE;
}

const holiday = z
  .object({ from: z.iso.date(), to: z.iso.date() })
  .refine(({ from, to }) => from <= to, 'A holiday ends after it begins.');
const LONGEST_GOAL_DAYS = 800;
const paceForm = z
  .object({
    pieces: z.coerce
      .number({ error: 'Type the pieces as a number.' })
      .int()
      .min(1, 'At least one piece.')
      .max(500, 'At most 500 pieces.'),
    from: z.iso.date('Choose the first day.'),
    by: z.iso.date('Choose the last day.'),
    daysPerWeek: z.coerce.number().int().min(1).max(7),
    holidays: z.array(holiday).max(30),
  })
  .refine(({ from, by }) => from < by, { error: 'The last day must come after the first.', path: ['by'] })
  .refine(({ from, by }) => daysFrom(from, by) < LONGEST_GOAL_DAYS, {
    error: 'A goal reaches over two years at most.',
    path: ['by'],
  });

/** So many pieces by a date; undefined takes the goal away. @returns what is wrong, if anything. @throws NotFound */
export async function changePace(viewer: Viewer, classId: string, goal: unknown): Promise<Result<undefined>> {
  const owned = await requireOwnClass(viewer, classId);
  if (goal === undefined) {
    await queries.setPace(owned.id, undefined);
    return DONE;
  }
  const read = readForm(paceForm, goal);
  if (!read.ok) return read;
  await queries.setPace(owned.id, read.value);
  return DONE;
}
