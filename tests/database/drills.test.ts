import { randomUUID } from 'node:crypto';
import { NotFound } from '@/server/access/account/viewer';
import { getDrill, keepDrillAnswer } from '@/server/access/practice/drills';
import { getRecord } from '@/server/access/school/record';
import { maybeKnown } from '@/server/db/queries/drills';
import { maybePartForStudent } from '@/server/db/queries/music';
import { engraveLine } from '@/server/jobs/engrave-line';
import { withOwnDatabase } from '../support/own-database';
import { problemIn } from '../support/results';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

const TODAY = '2026-12-01';
let world: World;
beforeAll(async () => {
  world = await makeWorld();
});

const sent = (item: string, isRight: boolean) => ({ id: randomUUID(), day: TODAY, item, isRight });
const answer = (item: string, isRight: boolean) => keepDrillAnswer(world.student, sent(item, isRight), TODAY);

const items = async (today = TODAY) =>
  (await getDrill(world.student, today, 1)).questions.map(({ item }) => item);

test('a line that is not drawn without its counts is waited for; then it is asked about, each thing once', async () => {
  expect(await getDrill(world.student, TODAY, 1)).toMatchObject({
    hasLines: true,
    isDrawn: false,
    questions: [],
  });
  const part = await maybePartForStudent(world.lineId, world.student.userId, world.classId);
  await engraveLine(part!.contentHash, [{ layout: 'narrow', counting: undefined }]);
  const drill = await getDrill(world.student, TODAY, 1);
  expect(drill.isDrawn).toBe(true);
  expect(new Set(await items()).size).toBe(drill.questions.length);
  for (const { eventIds, systems } of drill.questions)
    expect(eventIds.every((id) => systems.some(({ events }) => events[id] !== undefined))).toBe(true);
});

test('what was missed is asked first, what was known rests; the teacher sees the first', async () => {
  const [first, second] = (await items()) as [string, string];
  await answer(first, true);
  await answer(second, false);
  await answer(second, false);
  const after = await items();
  expect(after[0]).toBe(second);
  // There is more than fits into a minute.
  expect(after).not.toContain(first);
  const { notKnown } = await getRecord(world.teacher, world.student.userId);
  expect(notKnown).toMatchObject([{ item: second, asked: 2, missed: 2 }]);
  // Once it is known it is no news any more.
  await answer(second, true);
  expect((await getRecord(world.teacher, world.student.userId)).notKnown).toEqual([]);
  expect((await items('2026-12-20')).slice(0, 2)).toContain(first);
});

test('only a student is asked, and only what there is to ask is kept', async () => {
  await expect(getDrill(world.teacher, TODAY, 1)).rejects.toThrow(NotFound);
  await expect(keepDrillAnswer(world.teacher, sent('name treble C4', true), TODAY)).rejects.toThrow(NotFound);
  for (const item of ['', 'guess x', 'name', `name ${'x'.repeat(90)}`, 'name a\nb'])
    expect(problemIn(await answer(item, true))).toBeDefined();
  expect(problemIn(await answer('name treble C4', true))).toBeUndefined();
});

test('an answer that waited on a device counts once, on its own day; one from another time is not believed', async () => {
  const waited = { ...sent('name treble D4', false), day: '2026-11-20' };
  for (const _ of [1, 2])
    expect(problemIn(await keepDrillAnswer(world.student, waited, TODAY))).toBeUndefined();
  const { notKnown } = await getRecord(world.teacher, world.student.userId);
  expect(notKnown).toMatchObject([{ item: waited.item, asked: 1, missed: 1 }]);
  const known = { ...sent('name treble E4', true), day: '2026-11-20' };
  await keepDrillAnswer(world.student, known, TODAY);
  // Leitner's first box waits a day (core/drills/schedule): from the day on which it was answered.
  expect(await maybeKnown(world.student.userId, known.item)).toMatchObject({ box: 1, dueOn: '2026-11-21' });
  for (const day of ['2026-12-03', '2026-09-01', '2026-13-40'])
    expect(problemIn(await keepDrillAnswer(world.student, { ...waited, day }, TODAY))).toBeDefined();
});
