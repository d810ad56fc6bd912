import 'server-only';
import { z } from 'zod';
import { DONE, type Result, success } from '@/core/base';
import { INSTRUMENT_IDS } from '@/core/instruments';
import { MOST_ROSTER_ROWS, type RosterRow, readRoster } from '@/core/school';
import { studentAccount } from '@/server/auth/accounts';
import { hashSecret } from '@/server/auth/secrets';
import { listGuessedAt } from '@/server/db/queries/attempts';
import * as removal from '@/server/db/queries/removal';
import * as queries from '@/server/db/queries/roster';
import { CONSENTS } from '@/server/db/schema';
import { completeParts } from '@/server/jobs/complete-parts';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import { readForm, refused } from '../read-form';
import { requireHeadOfClass, requireOwnClass, userNameForm } from './classes';
import { cardOf, type SignInCard } from './sign-in-cards';

/** Everybody who is or was in a class of the viewer's. @throws NotFound */
export async function getRoster(viewer: Viewer, classId: string) {
  const owned = await requireOwnClass(viewer, classId);
  const students = await queries.listRoster(owned.id);
  return {
    id: owned.id,
    name: owned.name,
    code: owned.code,
    keepDays: owned.keep_days ?? undefined,
    isArchived: owned.archived_at !== null,
    requiresConsent: owned.requires_consent,
    /** Whether it is the viewer's own and not only helped in. */
    isHead: owned.teacher_id === viewer.userId,
    students: students.map((student) => ({ ...student, takeCount: Number(student.takeCount) })),
  };
}

/** A student of one of the viewer's classes, also one who has left. @throws NotFound */
export async function requireOwnStudent(viewer: Viewer, studentId: unknown) {
  assertTeacher(viewer);
  const id = z.string().min(1).max(60).safeParse(studentId);
  const membership = id.success ? await queries.maybeMembership(id.data) : undefined;
  if (!membership?.teacherIds.includes(viewer.userId)) throw new NotFound();
  return membership;
}

/** A student of a class that is the viewer's and not only helped in: for what takes somebody out of it. @throws NotFound */
async function requireHeadOfStudent(viewer: Viewer, studentId: unknown) {
  const membership = await requireOwnStudent(viewer, studentId);
  if (membership.headId !== viewer.userId) throw new NotFound();
  return membership;
}

/** The viewer as a student, or a student of one of the viewer's classes. @throws NotFound */
export async function requireRecordOf(viewer: Viewer, studentId: string) {
  if (viewer.role === 'teacher') return requireOwnStudent(viewer, studentId);
  const membership = studentId === viewer.userId ? await queries.maybeMembership(studentId) : undefined;
  if (!membership) throw new NotFound();
  return membership;
}

const LONGEST_LIST = 100_000;
const listForm = z
  .string()
  .min(1, 'Choose a file, or paste a list of names.')
  .max(LONGEST_LIST, 'The list is longer than a class can be.');

/** What taking in a list of students would do; nothing is stored. @throws NotFound */
export async function previewList(
  viewer: Viewer,
  classId: string,
  text: unknown,
): Promise<Result<readonly RosterRow[]>> {
  const owned = await requireOwnClass(viewer, classId);
  const read = readForm(listForm, text);
  if (!read.ok) return read;
  const rows = readRoster(read.value, new Set(await queries.listUserNames(owned.id)));
  if (rows.length > MOST_ROSTER_ROWS)
    return refused(`At most ${MOST_ROSTER_ROWS} students come in at once: cut the list in two.`);
  return rows.length > 0
    ? success(rows)
    : refused('There are no names in it. The first line may say: Name, User name, Instrument.');
}

const rowsForm = z
  .array(
    z.object({
      name: z
        .string()
        .trim()
        .min(1, 'Somebody has no name: type it, or leave the row out.')
        .max(60, 'A name has at most 60 letters.'),
      userName: userNameForm,
      instrument: z.enum(INSTRUMENT_IDS).optional(),
    }),
  )
  .min(1)
  .max(MOST_ROSTER_ROWS);

/** The name in the row that is wrong. */
function whichRow(rows: unknown, where: string | undefined): string {
  const index = Number(where?.split('.')[0]);
  const named = z.array(z.looseObject({ name: z.string() })).safeParse(rows);
  return (named.success && named.data[index]?.name) || 'a row without a name';
}

/** Takes in all students of a list, or none. @returns their sign-in cards. @throws NotFound */
export async function takeInList(
  viewer: Viewer,
  classId: string,
  rows: unknown,
): Promise<Result<readonly SignInCard[]>> {
  const owned = await requireOwnClass(viewer, classId);
  const read = readForm(rowsForm, rows);
  if (!read.ok) return refused(`${read.issues[0]!.message} (${whichRow(rows, read.issues[0]!.where)})`);
  const taken = new Set(await queries.listUserNames(owned.id));
  const clash = read.value.find(({ userName }, index) => {
    const isTaken = taken.has(userName);
    return isTaken || read.value.findIndex((other) => other.userName === userName) < index;
  });
  if (clash)
    return refused(`The user name “${clash.userName}” is taken, or stands there twice. Change one of them.`);
  const cards = read.value.map(({ instrument, ...student }) =>
    cardOf({ ...student, instrument }, owned.code),
  );
  await queries.insertStudents(
    await Promise.all(
      read.value.map(({ name, userName, instrument }, index) =>
        studentAccount({
          name,
          userName,
          classId: owned.id,
          pin: cards[index]!.pin,
          ...(instrument && { instrument }),
        }),
      ),
    ),
  );
  await completeParts({ classId: owned.id });
  return success(cards);
}

/** New PINs for some students of a class; the old ones end. @throws NotFound */
export async function makeCards(
  viewer: Viewer,
  classId: string,
  studentIds: unknown,
): Promise<readonly SignInCard[]> {
  const chosen = await requireStudents(viewer, classId, studentIds);
  const cards = chosen.map((student) => cardOf(student, student.code));
  await queries.setSecrets(
    await Promise.all(
      chosen.map(async ({ id }, index) => ({ studentId: id, hash: await hashSecret(cards[index]!.pin) })),
    ),
  );
  return cards;
}

/** What was done goes along; what is given out in the new class is new. @returns what is wrong, if anything. @throws NotFound */
export async function moveStudent(
  viewer: Viewer,
  studentId: string,
  toClassId: string,
): Promise<Result<undefined>> {
  const student = await requireHeadOfStudent(viewer, studentId);
  const target = await requireOwnClass(viewer, toClassId);
  if (target.id === student.classId) return DONE;
  if ((await queries.listUserNames(target.id)).includes(student.userName))
    return refused(
      `“${student.userName}” is taken in ${target.name}: give one of the two another user name first.`,
      'classId',
    );
  await queries.moveStudent(student.studentId, target.id);
  await completeParts({ classId: target.id });
  return DONE;
}

/** @throws NotFound */
export async function setLeft(viewer: Viewer, studentId: string, hasLeft: boolean): Promise<void> {
  const student = await requireHeadOfStudent(viewer, studentId);
  await queries.setLeft(student.studentId, hasLeft);
  if (!hasLeft) await completeParts({ classId: student.classId });
}

const consentForm = z.enum(CONSENTS, 'Choose one of the three.');

/** @returns what is wrong, if anything. @throws NotFound */
export async function noteConsent(
  viewer: Viewer,
  studentId: string,
  consent: unknown,
): Promise<Result<undefined>> {
  const student = await requireOwnStudent(viewer, studentId);
  const read = readForm(consentForm, consent);
  if (!read.ok) return read;
  await queries.setConsent([student.studentId], read.value);
  return DONE;
}

/** The same for many of a class, all or none. @returns what is wrong, if anything. @throws NotFound */
export async function noteConsentOfMany(
  viewer: Viewer,
  classId: string,
  studentIds: unknown,
  consent: unknown,
): Promise<Result<undefined>> {
  const chosen = await requireStudents(viewer, classId, studentIds);
  const read = readForm(consentForm, consent);
  if (!read.ok) return read;
  await queries.setConsent(
    chosen.map(({ id }) => id),
    read.value,
  );
  return DONE;
}

/** Some who are in a class of the viewer's. @throws NotFound */
async function requireStudents(viewer: Viewer, classId: string, studentIds: unknown) {
  const { students, code } = await getRoster(viewer, classId);
  const read = z.array(z.string().max(60)).min(1).max(MOST_ROSTER_ROWS).safeParse(studentIds);
  if (!read.success) throw new NotFound();
  const chosen = students.filter(({ id, leftAt }) => leftAt === null && read.data.includes(id));
  if (chosen.length < new Set(read.data).size) throw new NotFound();
  return chosen.map((student) => ({ ...student, code }));
}

/** @throws NotFound */
export async function setArchived(viewer: Viewer, classId: string, isArchived: boolean): Promise<void> {
  const owned = await requireHeadOfClass(viewer, classId);
  await queries.setArchived(owned.id, isArchived);
}

export function listArchivedClasses(viewer: Viewer) {
  assertTeacher(viewer);
  return queries.listArchivedClasses(viewer.userId);
}

/**
 * Removes everything of a student for good.
 * @param typedName must be the student's name: nobody is removed by a slip.
 * @returns what is wrong, if anything. @throws NotFound
 */
export async function removeStudent(
  viewer: Viewer,
  studentId: string,
  typedName: unknown,
): Promise<Result<undefined>> {
  const student = await requireHeadOfStudent(viewer, studentId);
  if (typeof typedName !== 'string' || typedName.trim() !== student.name)
    return refused(`Type “${student.name}” to remove everything of ${student.name}.`, 'name');
  await removal.removeStudent({ ...student, teacherId: viewer.userId });
  return DONE;
}

/**
 * Removes a class for good, with everybody in it.
 * @param typedName must be the name of the class: nothing is removed by a slip.
 * @returns what is wrong, if anything. @throws NotFound
 */
export async function removeClass(
  viewer: Viewer,
  classId: string,
  typedName: unknown,
): Promise<Result<undefined>> {
  const owned = await requireHeadOfClass(viewer, classId);
  if (typeof typedName !== 'string' || typedName.trim() !== owned.name)
    return refused(`Type “${owned.name}” to remove the class with everybody in it.`, 'name');
  await removal.removeClass({ classId: owned.id, teacherId: viewer.userId, className: owned.name });
  return DONE;
}

/** Whether a class records only with consent. @returns what is wrong, if anything. @throws NotFound */
export async function changeConsentRule(
  viewer: Viewer,
  classId: string,
  requiresConsent: unknown,
): Promise<Result<undefined>> {
  const owned = await requireHeadOfClass(viewer, classId);
  const read = readForm(z.boolean(), requiresConsent);
  if (!read.ok) return read;
  await queries.setRequiresConsent(owned.id, read.value);
  return DONE;
}

const keepForm = z.object({
  days: z.union([
    z.literal(''),
    z.coerce
      .number({ error: 'Type the days as a number.' })
      .int()
      .min(14, 'At least 14 days.')
      .max(3650, 'At most 3650 days.'),
  ]),
});

/** How long recordings are kept; nothing for as long as the class is there. @returns what is wrong, if anything. @throws NotFound */
export async function changeKeeping(
  viewer: Viewer,
  classId: string,
  days: unknown,
): Promise<Result<undefined>> {
  const owned = await requireHeadOfClass(viewer, classId);
  const read = readForm(keepForm, { days });
  if (!read.ok) return read;
  const kept = read.value.days === '' ? null : read.value.days;
  // The same again must not put off what was warned of.
  if (kept !== owned.keep_days) await removal.setKeepDays(owned.id, kept);
  return DONE;
}

/** Recordings that go soon, class by class. */
export async function listGoing(viewer: Viewer) {
  assertTeacher(viewer);
  const going = await removal.listGoing(viewer.userId);
  return going.map((one) => ({ ...one, takeCount: Number(one.takeCount) }));
}

/** Students whose PIN somebody has tried to guess within a day. */
export async function listGuessedPins(viewer: Viewer) {
  assertTeacher(viewer);
  return listGuessedAt(viewer.userId);
}

/** What was removed from the viewer's classes, newest first. */
export function listRemovals(viewer: Viewer) {
  assertTeacher(viewer);
  return removal.listRemovals(viewer.userId);
}
