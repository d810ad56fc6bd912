import { randomUUID } from 'node:crypto';
import { STEPS } from '@/core/practice';
import { NotFound } from '@/server/access/account/viewer';
import { changeForStudent, copyAssignment, getGiven, takeBack } from '@/server/access/practice/given';
import { listAssignmentsOfStudent } from '@/server/access/practice/progress';
import { getTake, handIn } from '@/server/access/practice/takes';
import { getAssignmentToPlay, sayStageDone } from '@/server/access/practice/to-play';
import { answerTake } from '@/server/access/review/answers';
import { createStudent } from '@/server/auth/accounts';
import { database } from '@/server/db/connection';
import { insertClass } from '@/server/db/queries/classes';
import { withOwnDatabase } from '../support/own-database';
import { giveOut, PLAN, play } from '../support/plans';
import { problemIn, rightOf } from '../support/results';
import { makeWorld } from '../support/world';

withOwnDatabase();

test('a student is led through a plan, one thing at a time, and every stage is checked against its own music', async () => {
  const world = await makeWorld(5);
  const assignmentId = await giveOut(world);
  const seen: string[] = [];
  for (let round = 0; round < 5; round++) {
    const { stage, line } = await getAssignmentToPlay(world.student, assignmentId);
    seen.push(`${stage.name}: ${stage.chunkName}`);
    if (stage.checkedBy === 'own-word') {
      expect(problemIn(await sayStageDone(world.student, assignmentId, stage.id))).toBeUndefined();
      continue;
    }
    const takeId = await play(world, assignmentId, stage.id);
    const take = await getTake(world.teacher, takeId);
    expect(take.line).toEqual(line);
    expect(take.verdict!.measures).toHaveLength(line.part.measures.length);
    expect(take.verdict!.measures.some((m) => m.notesNeedWork || m.rhythmNeedsWork)).toBe(false);
  }
  expect(seen.slice(0, 4)).toEqual([
    'Clap the rhythm: Pickup and measures 1 to 2',
    'On one easy note: Pickup and measures 1 to 2',
    'Name and finger: Pickup and measures 1 to 2',
    'Play the notes: Pickup and measures 1 to 2',
  ]);
  const listed = (await listAssignmentsOfStudent(world.student)).find(({ id }) => id === assignmentId)!;
  expect([listed.planName, listed.doneCount]).toEqual([PLAN.name, 5]);
  expect(listed.stageCount).toBeGreaterThan(10);
});

test('going back is free, and the teacher’s word is above the verdict', async () => {
  const world = await makeWorld(5);
  const assignmentId = await giveOut(world);
  // A piece is learned at the start tempo; a faster one may be picked within the teacher's bounds.
  const { ladder, nextBpm } = await getAssignmentToPlay(world.student, assignmentId);
  expect([ladder, nextBpm]).toEqual([[66, 72, 80], 66]);
  const first = (await getAssignmentToPlay(world.student, assignmentId)).stage;
  const takeId = await play(world, assignmentId, first.id);
  const second = (await getAssignmentToPlay(world.student, assignmentId)).stage;
  expect(second.id).not.toBe(first.id);
  expect((await getAssignmentToPlay(world.student, assignmentId, first.id)).stage).toMatchObject({
    id: first.id,
    isNow: false,
  });
  await answerTake(world.teacher, takeId, { answer: 'again', comment: 'Feet too, please.' });
  expect((await getAssignmentToPlay(world.student, assignmentId)).stage.id).toBe(first.id);
  await answerTake(world.teacher, takeId, { answer: 'accepted', comment: '' });
  expect((await getAssignmentToPlay(world.student, assignmentId)).stage.id).toBe(second.id);
});

test('what can be heard is not said, what is not in the plan is not found, and nobody speaks for another', async () => {
  const [mine, other] = [await makeWorld(5), await makeWorld(5)];
  const assignmentId = await giveOut(mine);
  const { stages } = await getAssignmentToPlay(mine.student, assignmentId);
  const heard = stages.find(({ checkedBy }) => checkedBy === 'rhythm')!;
  const silent = stages.find(({ checkedBy }) => checkedBy === 'own-word')!;
  expect(problemIn(await sayStageDone(mine.student, assignmentId, heard.id))).toContain('Mevlo listens');
  await expect(sayStageDone(mine.student, assignmentId, 'm9-9/clap')).rejects.toThrow(NotFound);
  await expect(sayStageDone(other.student, assignmentId, silent.id)).rejects.toThrow(NotFound);
  await expect(sayStageDone(mine.teacher, assignmentId, silent.id)).rejects.toThrow(NotFound);
  const form = { id: randomUUID(), assignmentId, askedBpm: '66', source: 'recorded' };
  const sound = new Uint8Array([1, 2, 3]);
  await expect(handIn(mine.student, { ...form, stage: silent.id }, sound)).rejects.toThrow(NotFound);
  await expect(handIn(mine.student, { ...form, stage: 'nonsense' }, sound)).rejects.toThrow(NotFound);
  await expect(handIn(other.student, { ...form, stage: heard.id }, sound)).rejects.toThrow(NotFound);
  // Nonsense in the address leads to the stage at hand.
  expect((await getAssignmentToPlay(mine.student, assignmentId, 'nonsense')).stage.isNow).toBe(true);
});

test.each([[{ plan: 'A plan from elsewhere' }], [{ plan: PLAN.name, chunking: 'fours' }]])(
  '%o is refused',
  async (form) => {
    const world = await makeWorld(5);
    await expect(giveOut(world, form)).rejects.toThrow();
    const given = await database()
      .selectFrom('assignment')
      .select('id')
      .where('class_id', '=', world.classId)
      .execute();
    expect(given).toHaveLength(1);
  },
);

test('an assignment without a plan is one stage, as before', async () => {
  const world = await makeWorld(5);
  const { stages, planName, stage } = await getAssignmentToPlay(world.student, world.assignmentId);
  expect([stages.length, planName, STEPS.expression.name === stage.name]).toEqual([1, undefined, true]);
});

describe('bending what was given out', () => {
  test('for chosen students alone', async () => {
    const world = await makeWorld(5);
    const twin = await createStudent({
      name: 'Twin',
      classId: world.classId,
      userName: 'twin',
      pin: '4711',
      instrument: 'flute',
    });
    const twinViewer = { userId: twin, name: 'Twin', role: 'student' } as const;
    const assignmentId = await giveOut(world, { studentIds: [twin] });
    expect((await listAssignmentsOfStudent(twinViewer)).map(({ id }) => id)).toContain(assignmentId);
    expect((await listAssignmentsOfStudent(world.student)).map(({ id }) => id)).not.toContain(assignmentId);
    await expect(getAssignmentToPlay(world.student, assignmentId)).rejects.toThrow(NotFound);
    expect((await getGiven(world.teacher, assignmentId)).students.map(({ name }) => name)).toEqual(['Twin']);
    await expect(giveOut(world, { studentIds: ['somebody-else'] })).rejects.toThrow('not in this class');
  });

  test('for one student: other tempos, and nothing that was done is lost', async () => {
    const world = await makeWorld(5);
    const assignmentId = await giveOut(world);
    const first = (await getAssignmentToPlay(world.student, assignmentId)).stage;
    await play(world, assignmentId, first.id);
    const form = { startBpm: '60', goalBpm: '72', dueOn: '2027-03-01' };
    expect(
      problemIn(await changeForStudent(world.teacher, assignmentId, world.student.userId, form)),
    ).toBeUndefined();
    const [student] = (await getGiven(world.teacher, assignmentId)).students;
    expect(student).toMatchObject({
      startBpm: 60,
      goalBpm: 72,
      dueOn: '2027-03-01',
      isChanged: true,
      doneCount: 1,
    });
    expect((await getAssignmentToPlay(world.student, assignmentId)).nextBpm).toBe(60);
    const listed = (await listAssignmentsOfStudent(world.student)).find(({ id }) => id === assignmentId)!;
    expect([listed.startBpm, listed.dueOn]).toEqual([60, '2027-03-01']);
    const wrong = { ...form, startBpm: '90' };
    expect(
      problemIn(await changeForStudent(world.teacher, assignmentId, world.student.userId, wrong)),
    ).toMatch(/not be slower/);
    await expect(changeForStudent(world.teacher, assignmentId, 'nobody', form)).rejects.toThrow(NotFound);
  });

  test('to another class, and back again', async () => {
    const [mine, other] = [await makeWorld(5), await makeWorld(5)];
    const assignmentId = await giveOut(mine);
    const { id: classId } = await insertClass({
      teacher_id: mine.teacher.userId,
      name: 'Second',
      code: randomUUID().slice(0, 8),
    });
    const copy = rightOf(await copyAssignment(mine.teacher, assignmentId, { classId, dueOn: '2027-02-01' }));
    expect(await getGiven(mine.teacher, copy.id)).toMatchObject({
      className: 'Second',
      planName: PLAN.name,
      startBpm: 66,
    });
    await expect(
      copyAssignment(mine.teacher, assignmentId, { classId: other.classId, dueOn: '2027-02-01' }),
    ).rejects.toThrow(NotFound);
    for (const refused of [
      () => getGiven(other.teacher, assignmentId),
      () => getGiven(mine.student, assignmentId),
      () => takeBack(other.teacher, assignmentId),
      () => copyAssignment(other.teacher, assignmentId, { classId: other.classId, dueOn: '2027-02-01' }),
      () => changeForStudent(other.teacher, assignmentId, mine.student.userId, {}),
    ]) {
      await expect(refused()).rejects.toThrow();
    }
    const { stage } = await getAssignmentToPlay(mine.student, assignmentId);
    const takeId = await play(mine, assignmentId, stage.id);
    await takeBack(mine.teacher, assignmentId);
    expect((await listAssignmentsOfStudent(mine.student)).map(({ id }) => id)).not.toContain(assignmentId);
    await expect(getAssignmentToPlay(mine.student, assignmentId)).rejects.toThrow(NotFound);
    expect((await getTake(mine.student, takeId)).id).toBe(takeId);
  });
});
