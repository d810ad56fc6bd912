// The practice book on a real database: minutes come in once, the plan of the day, who may write what, the calendar file.
import { randomUUID } from 'node:crypto';
import ICAL from 'ical.js';
import { dayAfter, dayOf } from '@/core/calendar';
import { NotFound } from '@/server/access/account/viewer';
import { getBook, notePractice, sayInBook, setOwnGoal } from '@/server/access/practice/book';
import { getReminders } from '@/server/access/practice/reminders';
import { getAssignmentToPlay } from '@/server/access/practice/to-play';
import { database } from '@/server/db/connection';
import { withOwnDatabase } from '../support/own-database';
import { problemIn } from '../support/results';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

const NOW = new Date('2026-11-30T15:00:00Z');
const TODAY = dayOf(NOW);
let world: World;
let other: World;
beforeAll(async () => {
  world = await makeWorld();
  other = await makeWorld();
});
beforeEach(async () => {
  await database().deleteFrom('practice_spell').execute();
});

const spell = (more: object = {}) => ({
  id: randomUUID(),
  assignmentId: world.assignmentId,
  day: TODAY,
  seconds: 125,
  bpm: 60,
  endedAt: NOW.toISOString(),
  ...more,
});
const minutesToday = async () =>
  (await getBook(world.student, world.student.userId, TODAY)).week.find(({ day }) => day === TODAY)?.minutes;

test('a stretch comes in once, may grow, and never shrinks', async () => {
  const one = spell();
  for (const seconds of [125, 125, 245, 60])
    expect(problemIn(await notePractice(world.student, { ...one, seconds }, TODAY))).toBeUndefined();
  expect(await minutesToday()).toBe(4);
  await notePractice(world.student, spell({ seconds: 60, assignmentId: undefined }), TODAY);
  expect(await minutesToday()).toBe(5);
  const book = await getBook(world.teacher, world.student.userId, TODAY);
  expect(book).toMatchObject({ practisedDays: 1, minutesInAll: 5 });
  expect(book.today[0]).toMatchObject({ id: world.assignmentId, doneMinutes: 4 });
});

test('nobody grows another one’s stretch, and a line that is not one’s own counts as time alone', async () => {
  const one = spell();
  await notePractice(world.student, one, TODAY);
  await notePractice(other.student, { ...one, seconds: 900 }, TODAY);
  expect(await minutesToday()).toBe(2);
  await notePractice(other.student, spell({ seconds: 300 }), TODAY);
  const theirs = await getBook(other.student, other.student.userId, TODAY);
  expect(theirs.minutesInAll).toBe(5);
  expect(theirs.today.every(({ doneMinutes }) => doneMinutes === 0)).toBe(true);
});

test.each([
  ['a day long ago', { day: dayAfter(TODAY, -70) }],
  ['a day to come', { day: dayAfter(TODAY, 3) }],
  ['no seconds', { seconds: 0 }],
  ['a whole day in one go', { seconds: 20_000 }],
  ['no day', { day: 'today' }],
  ['no id', { id: 'one' }],
])('%s is refused, and nothing is stored', async (_, more) => {
  expect(problemIn(await notePractice(world.student, spell(more), TODAY))).toBeDefined();
  expect(await minutesToday()).toBe(0);
});

test('where it stopped is known at the stand, for the stage it was in', async () => {
  const { stage } = await getAssignmentToPlay(world.student, world.assignmentId);
  const planned = (await getAssignmentToPlay(world.student, world.assignmentId)).planName !== undefined;
  await notePractice(
    world.student,
    spell({ stage: planned ? stage.id : undefined, measures: { first: 2, last: 3 } }),
    TODAY,
  );
  const later = spell({
    stage: planned ? stage.id : undefined,
    measures: { first: 4, last: 4 },
    bpm: 66,
    endedAt: new Date(NOW.getTime() + 60_000).toISOString(),
  });
  await notePractice(world.student, later, TODAY);
  expect((await getAssignmentToPlay(world.student, world.assignmentId)).stop).toMatchObject({
    bpm: 66,
    measures: { first: 4, last: 4 },
  });
});

test('a goal is the student’s own, a word the teacher’s; both stand in the book', async () => {
  expect(problemIn(await setOwnGoal(world.student, { minutes: '12', goal: ' The top! ' }))).toBeUndefined();
  expect(
    problemIn(await sayInBook(world.teacher, world.student.userId, { word: 'Well begun.' })),
  ).toBeUndefined();
  const book = await getBook(world.student, world.student.userId, TODAY);
  expect(book).toMatchObject({ minutesADay: 12, ownGoal: 'The top!', word: { teacherWord: 'Well begun.' } });
  expect(book.today.reduce((sum, { minutes }) => sum + minutes, 0)).toBeLessThanOrEqual(12);
  await setOwnGoal(world.student, { minutes: '', goal: '' });
  const without = await getBook(world.student, world.student.userId, TODAY);
  expect(without.minutesADay).toBe(without.classMinutes);
  expect(problemIn(await setOwnGoal(world.student, { minutes: '0', goal: '' }))).toMatch(/one minute/);
  await expect(sayInBook(other.teacher, world.student.userId, { word: 'x' })).rejects.toThrow(NotFound);
  await expect(sayInBook(world.student, world.student.userId, { word: 'x' })).rejects.toThrow(NotFound);
  await expect(getBook(other.student, world.student.userId, TODAY)).rejects.toThrow(NotFound);
});

test('the calendar has what is due and when to practise, and names nobody', async () => {
  const text = await getReminders(
    world.student,
    world.student.userId,
    { at: '17:30', days: ['MO', 'WE'] },
    NOW,
  );
  const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent');
  expect(events.length).toBeGreaterThanOrEqual(2);
  expect(text).not.toContain((await getBook(world.student, world.student.userId, TODAY)).name);
  for (const wish of [
    { at: '25:00', days: ['MO'] },
    { at: '17:00', days: [] },
    { at: null, days: ['XX'] },
  ])
    await expect(getReminders(world.student, world.student.userId, wish, NOW)).rejects.toThrow(NotFound);
});
