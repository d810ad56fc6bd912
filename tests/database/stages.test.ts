import { randomUUID } from 'node:crypto';
import { USUAL_STYLE } from '@/core/counting';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/playing';
import { backToBack, lineOfStep, READY_PLANS, STEPS } from '@/core/practice';
import { writeWav } from '@/core/signal';
import { LAYOUT_NAMES } from '@/engraving/engraving';
import {
  askForHelp,
  assign,
  getAssignmentToPlay,
  listAssignmentsOfStudent,
  listQuestions,
  sayStageDone,
} from '@/server/access/assignments';
import { changeDailyMinutes, changePace } from '@/server/access/classes';
import {
  answerQuestions,
  changeForStudent,
  copyToClass,
  getGiven,
  getGivenPlan,
  getGivenPlanFile,
  takeBack,
} from '@/server/access/given';
import { getPace, listLoads } from '@/server/access/load';
import { listPlans, removePlan, savePlan } from '@/server/access/plans';
import { lineOfStage, stagesOfAssignment } from '@/server/access/stages';
import { answerTake, getTake, handIn } from '@/server/access/takes';
import { NotFound } from '@/server/access/viewer';
import { createStudent } from '@/server/auth/accounts';
import { closeDatabase, database } from '@/server/db/connection';
import { insertClass } from '@/server/db/queries/classes';
import { insertLine } from '@/server/db/queries/lines';
import { putOnStand, storeMusic } from '@/server/db/queries/music';
import { checkTake } from '@/server/jobs/check-take';
import { queue } from '@/server/jobs/queue';
import { bookLine } from '../support/lines';
import { makeWorld, pretendDrawn, type World } from '../support/world';

afterAll(async () => {
  await (await queue()).stop({ graceful: false });
  await closeDatabase();
});

const PLAN = READY_PLANS[0]!;
const LINE = bookLine(5);

/** Gives the line out with a plan. No worker draws here. */
async function giveOut(world: World, form: object = {}): Promise<string> {
  const given = await assign(world.teacher, {
    lineId: world.lineId,
    classId: world.classId,
    startBpm: 66,
    goalBpm: 80,
    dueOn: '2027-02-01',
    plan: PLAN.name,
    ...form,
  });
  if ('problem' in given) throw new Error(given.problem);
  for (const stage of stagesOfAssignment({ plan: PLAN, startBpm: 66, goalBpm: 80, nextLineId: null }, LINE)) {
    const hash = await storeMusic(lineOfStage(LINE, stage));
    await pretendDrawn(
      hash,
      [undefined, USUAL_STYLE].flatMap((counting) => LAYOUT_NAMES.map((layout) => ({ layout, counting }))),
    );
  }
  return given.id;
}

/** Plays the stage at hand perfectly, hands it in and has it checked. */
async function play(world: World, assignmentId: string, stageId: string): Promise<string> {
  const { line, nextBpm } = await getAssignmentToPlay(world.student, assignmentId, stageId);
  const isClapped = line.part.measures[0]!.events.some(
    (e) => e.kind === 'note' && e.pitch.kind === 'unpitched',
  );
  const sound = render(
    perform(line, { ...STEADY_STYLE, seed: 4, bpm: nextBpm }),
    isClapped ? 'clap' : 'flute',
    { ...QUIET_ROOM, sampleRate: 22050, seed: 4 },
  );
  const id = randomUUID();
  const form = { id, assignmentId, askedBpm: `${nextBpm}`, source: 'recorded', stage: stageId };
  expect(await handIn(world.student, form, writeWav(sound))).toEqual({ ok: true, takeId: id });
  await checkTake(id);
  return id;
}

test('a student is led through a plan, one thing at a time, and every stage is checked against its own music', async () => {
  const world = await makeWorld(5);
  const assignmentId = await giveOut(world);
  const seen: string[] = [];
  for (let round = 0; round < 5; round++) {
    const { stage, line } = await getAssignmentToPlay(world.student, assignmentId);
    seen.push(`${stage.name}: ${stage.chunkName}`);
    if (stage.checkedBy === 'own-word') {
      expect(await sayStageDone(world.student, assignmentId, stage.id)).toBeUndefined();
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
  expect(await sayStageDone(mine.student, assignmentId, heard.id)).toContain('Mevlo listens');
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
    expect(await changeForStudent(world.teacher, assignmentId, world.student.userId, form)).toBeUndefined();
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
    expect(await changeForStudent(world.teacher, assignmentId, world.student.userId, wrong)).toMatch(
      /not be slower/,
    );
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
    const copy = await copyToClass(mine.teacher, assignmentId, classId);
    expect(await getGiven(mine.teacher, copy.id)).toMatchObject({
      className: 'Second',
      planName: PLAN.name,
      startBpm: 66,
    });
    await expect(copyToClass(mine.teacher, assignmentId, other.classId)).rejects.toThrow(NotFound);
    for (const refused of [
      () => getGiven(other.teacher, assignmentId),
      () => getGiven(mine.student, assignmentId),
      () => takeBack(other.teacher, assignmentId),
      () => copyToClass(other.teacher, assignmentId, other.classId),
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

describe('plans of one’s own', () => {
  const own = { ...PLAN, name: 'Sing first', steps: ['sing', 'plain'] as const, chunking: 'threes' as const };

  test('are kept under a name, used, changed and removed; what was given out stays as it was', async () => {
    const world = await makeWorld(5);
    expect(await savePlan(world.teacher, undefined, own)).toBeUndefined();
    const [kept] = await listPlans(world.teacher);
    expect(kept!.plan).toEqual(own);
    const assignmentId = await giveOut(world, { plan: kept!.id });
    const { rows } = await getGivenPlan(world.teacher, assignmentId);
    expect(rows[0]).toMatchObject({ step: 'Sing it', piece: 'Pickup and measures 1 to 3' });
    expect(await savePlan(world.teacher, kept!.id, { ...own, steps: ['plain'] })).toBeUndefined();
    await removePlan(world.teacher, kept!.id);
    expect(await listPlans(world.teacher)).toEqual([]);
    expect((await getGivenPlan(world.teacher, assignmentId)).rows).toEqual(rows);
  });

  test.each<[string, object, RegExp]>([
    ['without a name', { name: ' ' }, /name/],
    ['without a step', { steps: [] }, /at least one step/],
    ['with a step twice', { steps: ['plain', 'plain'] }, /once/],
    ['with a step from elsewhere', { steps: ['juggle'] }, /./],
    ['with a rule of nought', { rules: { ...PLAN.rules, goodTakesToRise: 0 } }, /./],
    ['with a ladder of nought', { ladderSteps: { by: 'marks', marks: 0 } }, /./],
  ])('%s is refused', async (_, change, problem) => {
    const world = await makeWorld(5);
    expect(await savePlan(world.teacher, undefined, { ...own, ...change })).toMatch(problem);
    expect(await listPlans(world.teacher)).toEqual([]);
  });

  test('nobody uses, changes or removes another’s, and a name stands once', async () => {
    const [mine, other] = [await makeWorld(5), await makeWorld(5)];
    await savePlan(mine.teacher, undefined, own);
    const [kept] = await listPlans(mine.teacher);
    expect(await savePlan(mine.teacher, undefined, own)).toMatch(/already/);
    await expect(savePlan(other.teacher, kept!.id, own)).rejects.toThrow(NotFound);
    await expect(removePlan(other.teacher, kept!.id)).rejects.toThrow(NotFound);
    await expect(giveOut(other, { plan: kept!.id })).rejects.toThrow(NotFound);
    await expect((async () => listPlans(mine.student))()).rejects.toThrow();
  });
});

describe('help and files', () => {
  test('a student asks for help with a measure, the teacher sees it and says it was given', async () => {
    const [world, other] = [await makeWorld(5), await makeWorld(5)];
    const assignmentId = await giveOut(world);
    const { stage } = await getAssignmentToPlay(world.student, assignmentId);
    const form = { stage: stage.id, measure: '2' };
    expect(await askForHelp(world.student, assignmentId, form)).toBeUndefined();
    expect(await askForHelp(world.student, assignmentId, form)).toBeUndefined();
    expect(await listQuestions(world.teacher)).toMatchObject([{ assignmentId, measure: 2 }]);
    expect(await listQuestions(other.teacher)).toEqual([]);
    expect((await getGiven(world.teacher, assignmentId)).students[0]!.asksForHelp).toEqual([2]);
    // A question moves nobody on.
    expect((await getAssignmentToPlay(world.student, assignmentId)).stage.id).toBe(stage.id);
    for (const wrong of [{ ...form, measure: '99' }, { ...form, stage: 'x' }, {}])
      await expect(askForHelp(world.student, assignmentId, wrong)).rejects.toThrow(NotFound);
    await expect(askForHelp(other.student, assignmentId, form)).rejects.toThrow(NotFound);
    await expect(answerQuestions(other.teacher, assignmentId, world.student.userId)).rejects.toThrow(
      NotFound,
    );
    await answerQuestions(world.teacher, assignmentId, world.student.userId);
    expect(await listQuestions(world.teacher)).toEqual([]);
  });

  test('the plan is taken out by its teacher alone', async () => {
    const [world, other] = [await makeWorld(5), await makeWorld(5)];
    const assignmentId = await giveOut(world);
    const csv = await getGivenPlanFile(world.teacher, assignmentId, 'csv');
    expect(csv.text.split('\r\n')).toHaveLength(
      1 + (await getGivenPlan(world.teacher, assignmentId)).rows.length,
    );
    const ics = await getGivenPlanFile(world.teacher, assignmentId, 'ics');
    expect(ics.text).toContain('20270201');
    await expect(getGivenPlanFile(world.teacher, assignmentId, 'exe')).rejects.toThrow(NotFound);
    await expect(getGivenPlanFile(other.teacher, assignmentId, 'csv')).rejects.toThrow(NotFound);
    await expect(getGivenPlanFile(world.student, assignmentId, 'csv')).rejects.toThrow();
  });
});

test('a line goes straight on into another one, at last, and both are checked without a stop', async () => {
  const world = await makeWorld(1);
  const { part, title } = bookLine(2);
  const document = { score: { title, composer: undefined, parts: [part] }, derived: [] };
  const nextLineId = await insertLine(world.bookId, document);
  await putOnStand(nextLineId, document);
  const given = await assign(world.teacher, {
    lineId: world.lineId,
    classId: world.classId,
    startBpm: 72,
    goalBpm: 72,
    dueOn: '2027-02-01',
    nextLineId,
  });
  if ('problem' in given) throw new Error(given.problem);
  const both = backToBack([bookLine(1), bookLine(2)]);
  await pretendDrawn(await storeMusic(lineOfStep(both, STEPS.expression)));
  const takeId = await play(world, given.id, 'together/expression');
  const { verdict } = await getTake(world.student, takeId);
  expect(verdict!.measures).toHaveLength(bookLine(1).part.measures.length + part.measures.length);
  expect(verdict!.measures.some((m) => m.notesNeedWork || m.rhythmNeedsWork)).toBe(false);
  const stages = (await getAssignmentToPlay(world.student, given.id, 'together/expression')).stages;
  expect(stages.map(({ chunkName, isDone }) => [chunkName, isDone])).toEqual([
    ['The whole line', false],
    ['One line after the other, without a stop', true],
  ]);
  const other = await makeWorld(1);
  const foreign = {
    lineId: other.lineId,
    classId: other.classId,
    startBpm: 72,
    goalBpm: 72,
    dueOn: '2027-02-01',
    nextLineId,
  };
  await expect(assign(other.teacher, foreign)).rejects.toThrow(NotFound);
});

describe('time and pace', () => {
  const goal = {
    pieces: 20,
    from: '2026-09-01',
    by: '2027-02-28',
    daysPerWeek: 5,
    holidays: [{ from: '2026-12-20', to: '2027-01-03' }],
  };

  test('what is given out asks for minutes a day, withdrawn lines do not', async () => {
    const world = await makeWorld(5);
    const load = async () =>
      (await listLoads(world.teacher, '2027-01-01')).find(({ id }) => id === world.classId)!;
    const before = (await load()).minutesPerDay;
    const assignmentId = await giveOut(world);
    const during = (await load()).minutesPerDay;
    expect(during).toBeGreaterThan(before);
    await takeBack(world.teacher, assignmentId);
    expect((await load()).minutesPerDay).toBeCloseTo(before);
    expect(await changeDailyMinutes(world.teacher, world.classId, '30')).toBeUndefined();
    expect((await load()).dailyMinutes).toBe(30);
    expect(await changeDailyMinutes(world.teacher, world.classId, '3')).toMatch(/At least/);
  });

  test('who is ahead and who is behind: a line done to the end is a piece learned', async () => {
    const [world, other] = [await makeWorld(1), await makeWorld(1)];
    expect(await changePace(world.teacher, world.classId, goal)).toBeUndefined();
    const [before] = (await getPace(world.teacher, world.classId, '2026-11-25')).students;
    expect([before!.learned, before!.pace!.ahead < 0]).toEqual([0, true]);
    for (const bpm of [66, 72, 80, 88]) {
      const { stage, nextBpm } = await getAssignmentToPlay(world.student, world.assignmentId);
      expect(nextBpm).toBe(bpm);
      await play(world, world.assignmentId, stage.id);
    }
    const [after] = (await getPace(world.teacher, world.classId, '2026-11-25')).students;
    expect(after!.learned).toBe(1);
    expect(after!.pace!.ahead).toBeCloseTo(before!.pace!.ahead + 1);
    await expect(getPace(other.teacher, world.classId, '2026-11-25')).rejects.toThrow(NotFound);
    await expect(changePace(other.teacher, world.classId, goal)).rejects.toThrow(NotFound);
    expect(await changePace(world.teacher, world.classId, undefined)).toBeUndefined();
    expect((await getPace(world.teacher, world.classId, '2026-11-25')).goal).toBeUndefined();
  });

  test.each<[string, object, RegExp]>([
    ['no pieces', { pieces: 0 }, /./],
    ['backwards', { by: '2026-08-01' }, /after the first/],
    ['a holiday backwards', { holidays: [{ from: '2027-01-03', to: '2026-12-20' }] }, /ends after/],
    ['a hundred years', { by: '2126-01-01' }, /two years/],
  ])('a goal with %s is refused', async (_, change, problem) => {
    const world = await makeWorld(1);
    expect(await changePace(world.teacher, world.classId, { ...goal, ...change })).toMatch(problem);
  });
});
