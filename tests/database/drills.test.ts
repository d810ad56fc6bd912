import { NotFound } from '@/server/access/account/viewer';
import { getDrill, keepDrillAnswer } from '@/server/access/practice/drills';
import { getRecord } from '@/server/access/school/record';
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
  await keepDrillAnswer(world.student, { item: first, isRight: true }, TODAY);
  await keepDrillAnswer(world.student, { item: second, isRight: false }, TODAY);
  await keepDrillAnswer(world.student, { item: second, isRight: false }, TODAY);
  const after = await items();
  expect(after[0]).toBe(second);
  // There is more than fits into a minute.
  expect(after).not.toContain(first);
  const { notKnown } = await getRecord(world.teacher, world.student.userId);
  expect(notKnown).toMatchObject([{ item: second, asked: 2, missed: 2 }]);
  // Once it is known it is no news any more.
  await keepDrillAnswer(world.student, { item: second, isRight: true }, TODAY);
  expect((await getRecord(world.teacher, world.student.userId)).notKnown).toEqual([]);
  expect((await items('2026-12-20')).slice(0, 2)).toContain(first);
});

test('only a student is asked, and only what there is to ask is kept', async () => {
  await expect(getDrill(world.teacher, TODAY, 1)).rejects.toThrow(NotFound);
  await expect(
    keepDrillAnswer(world.teacher, { item: 'name treble C4', isRight: true }, TODAY),
  ).rejects.toThrow(NotFound);
  for (const item of ['', 'guess x', 'name', `name ${'x'.repeat(90)}`, 'name a\nb'])
    await expect(keepDrillAnswer(world.student, { item, isRight: true }, TODAY)).rejects.toThrow(NotFound);
  expect(
    problemIn(await keepDrillAnswer(world.student, { item: 'name treble C4', isRight: true }, TODAY)),
  ).toBeUndefined();
});
