// Finding by words, first steps, and what is new since the last visit.
import { sql } from 'kysely';
import { NotFound } from '@/server/access/account/viewer';
import { noteVisit } from '@/server/access/account/visits';
import { createClass, renameStudent } from '@/server/access/school/classes';
import { find, maybeFirstSteps } from '@/server/access/school/find';
import { getRoster, noteConsentOfMany } from '@/server/access/school/roster';
import { changeWeeklyLetter, getWeek, wantsWeeklyLetter } from '@/server/access/school/week';
import { changePage } from '@/server/access/shelf/shelf';
import { createTeacher } from '@/server/auth/accounts';
import { database } from '@/server/db/connection';
import { writeWeeklyLetters } from '@/server/jobs/weekly-letters';
import { withOwnDatabase } from '../support/own-database';
import { rightOf } from '../support/results';
import { handInAndCheck, played } from '../support/takes';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let world: World;
let other: World;
beforeAll(async () => {
  world = await makeWorld();
  other = await makeWorld(7);
  const names = { name: 'Ottilie Brandt', userName: 'otti' };
  rightOf(await renameStudent(world.teacher, world.classId, world.student.userId, names));
  rightOf(await changePage(world.teacher, world.bookId, { page: '9', whatsNew: 'dotted quarters' }));
});

describe('words', () => {
  test.each([
    ['ottil', 'students'],
    ['OTTI', 'students'],
    ['dotted', 'pages'],
    ['page 9', 'pages'],
    ['Clas', 'classes'],
    ['1', 'lines'],
  ] as const)('“%s” finds %s', async (words, kind) => {
    const found = await find(world.teacher, words);
    expect(found![kind].length).toBeGreaterThan(0);
    // A colleague finds nothing of it.
    const foreign = await find(other.teacher, words);
    for (const one of foreign![kind]) expect(found![kind]).not.toContainEqual(one);
  });

  test('signs of a pattern are letters like others; nothing is looked for by nothing', async () => {
    const nothing = { students: [], classes: [], lines: [], pages: [] };
    expect(await find(world.teacher, '%')).toMatchObject(nothing);
    expect(await find(world.teacher, '_____')).toMatchObject(nothing);
    expect(await find(world.teacher, '  ')).toBeUndefined();
    await expect(find(world.student, 'otti')).rejects.toThrow(NotFound);
  });
});

test('first steps lead from nothing to the first take, and go away', async () => {
  const userId = await createTeacher({
    name: 'New',
    email: 'new@mevlo.example',
    password: 'a-long-password',
  });
  const fresh = { userId, name: 'New', role: 'teacher' } as const;
  expect(await maybeFirstSteps(fresh)).toEqual({ classId: null, hasStudents: false, hasGiven: false });
  const { id } = rightOf(await createClass(fresh, 'First'));
  expect(await maybeFirstSteps(fresh)).toEqual({ classId: id, hasStudents: false, hasGiven: false });
  expect(await maybeFirstSteps(world.teacher)).toMatchObject({ hasStudents: true, hasGiven: true });
  const form = { assignmentId: world.assignmentId, askedBpm: '66' };
  await handInAndCheck(world.student, form, await played(66, 1));
  expect(await maybeFirstSteps(world.teacher)).toBeUndefined();
});

test('what is new is what came since the visit before; a visit ends after half an hour', async () => {
  const ago = (minutes: number) =>
    sql`update visit set seen_at = now() - make_interval(mins => ${minutes}) where user_id = ${world.teacher.userId}`.execute(
      database(),
    );
  expect(await noteVisit(world.teacher)).toBeUndefined();
  await ago(10);
  expect(await noteVisit(world.teacher)).toBeUndefined();
  await ago(90);
  const before = await noteVisit(world.teacher);
  expect(Math.round((Date.now() - before!.getTime()) / 60_000)).toBe(90);
  // Looking again within the same visit leaves the marks.
  expect(await noteVisit(world.teacher)).toEqual(before);
});

test('the week of a teacher has the own classes alone', async () => {
  const week = await getWeek(world.teacher, '2026-12-01');
  expect(week.map(({ id }) => id)).toEqual([world.classId]);
  expect(week[0]).toMatchObject({ students: 1 });
  await expect(getWeek(world.student, '2026-12-01')).rejects.toThrow(NotFound);
});

test('the week comes by letter on Mondays to whoever wants it, once, whatever worker writes it', async () => {
  const letters = async () =>
    (await database().selectFrom('letter').select(['recipient', 'body']).execute()).map(({ body }) => body);
  const monday = new Date('2026-11-30T09:00:00');
  expect(await writeWeeklyLetters(monday)).toBe(0);
  await changeWeeklyLetter(world.teacher, true);
  await expect(changeWeeklyLetter(world.student, true)).rejects.toThrow(NotFound);
  expect(await wantsWeeklyLetter(world.teacher)).toBe(true);
  const written = await Promise.all([1, 2, 3].map(() => writeWeeklyLetters(monday)));
  expect(written.reduce((sum, count) => sum + count, 0)).toBe(1);
  expect(await letters()).toHaveLength(1);
  expect((await letters())[0]).toContain('Class: ');
  // Late in the week nothing is owed any more; the next Monday is.
  expect(await writeWeeklyLetters(new Date('2026-12-04T09:00:00'))).toBe(0);
  expect(await writeWeeklyLetters(new Date('2026-12-08T00:10:00'))).toBe(1);
  await changeWeeklyLetter(world.teacher, false);
  expect(await writeWeeklyLetters(new Date('2026-12-14T09:00:00'))).toBe(0);
});

test('consent of many is noted at once, of others never', async () => {
  const ids = [world.student.userId];
  rightOf(await noteConsentOfMany(world.teacher, world.classId, ids, 'given'));
  expect((await getRoster(world.teacher, world.classId)).students).toMatchObject([{ consent: 'given' }]);
  for (const [viewer, who] of [
    [other.teacher, ids],
    [world.teacher, [...ids, other.student.userId]],
    [world.teacher, []],
  ] as const)
    await expect(noteConsentOfMany(viewer, world.classId, who, 'refused')).rejects.toThrow(NotFound);
  expect((await getRoster(world.teacher, world.classId)).students).toMatchObject([{ consent: 'given' }]);
});
