import { backToBack, lineOfStep, STEP_KEEPS } from '@/core/practice';
import { NotFound } from '@/server/access/account/viewer';
import {
  answerQuestions,
  getGiven,
  getGivenPlan,
  getGivenPlanFile,
  takeBack,
} from '@/server/access/practice/given';
import { assign } from '@/server/access/practice/giving-out';
import { listPlans, removePlan, savePlan } from '@/server/access/practice/plans';
import { getTake } from '@/server/access/practice/takes';
import { askForHelp, getAssignmentToPlay, listQuestions } from '@/server/access/practice/to-play';
import { changeDailyMinutes, changePace } from '@/server/access/school/classes';
import { getPace, listLoads } from '@/server/access/school/load';
import { insertLine } from '@/server/db/queries/lines';
import { putOnStand, storeMusic } from '@/server/db/queries/music';
import { bookLine } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';
import { giveOut, PLAN, play } from '../support/plans';
import { problemIn, rightOf } from '../support/results';
import { makeWorld, pretendDrawn } from '../support/world';

withOwnDatabase();

describe('plans of one’s own', () => {
  const own = { ...PLAN, name: 'Sing first', steps: ['sing', 'plain'] as const, chunking: 'threes' as const };

  test('are kept under a name, used, changed and removed; what was given out stays as it was', async () => {
    const world = await makeWorld(5);
    expect(problemIn(await savePlan(world.teacher, undefined, own))).toBeUndefined();
    const [kept] = await listPlans(world.teacher);
    expect(kept!.plan).toEqual(own);
    const assignmentId = await giveOut(world, { plan: kept!.id });
    const { rows } = await getGivenPlan(world.teacher, assignmentId);
    expect(rows[0]).toMatchObject({ step: 'Sing it', piece: 'Pickup and measures 1 to 3' });
    expect(problemIn(await savePlan(world.teacher, kept!.id, { ...own, steps: ['plain'] }))).toBeUndefined();
    await removePlan(world.teacher, kept!.id);
    expect(await listPlans(world.teacher)).toEqual([]);
    expect((await getGivenPlan(world.teacher, assignmentId)).rows).toEqual(rows);
  });

  test.each<[string, object, RegExp]>([
    ['without a name', { name: ' ' }, /name/],
    ['without a step', { steps: [] }, /at least one step/],
    ['with a step twice', { steps: ['plain', 'plain'] }, /once/],
    ['with a step from elsewhere', { steps: ['juggle'] }, /./],
    ['with a step in own words that are not said', { steps: ['own-1', 'plain'] }, /own words/],
    ['with a rule of nought', { rules: { ...PLAN.rules, goodTakesToRise: 0 } }, /./],
    ['with a ladder of nought', { ladderSteps: { by: 'marks', marks: 0 } }, /./],
  ])('%s is refused', async (_, change, problem) => {
    const world = await makeWorld(5);
    expect(problemIn(await savePlan(world.teacher, undefined, { ...own, ...change }))).toMatch(problem);
    expect(await listPlans(world.teacher)).toEqual([]);
  });

  test('nobody uses, changes or removes another’s, and a name stands once', async () => {
    const [mine, other] = [await makeWorld(5), await makeWorld(5)];
    await savePlan(mine.teacher, undefined, own);
    const [kept] = await listPlans(mine.teacher);
    expect(problemIn(await savePlan(mine.teacher, undefined, own))).toMatch(/already/);
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
    expect(problemIn(await askForHelp(world.student, assignmentId, form))).toBeUndefined();
    expect(problemIn(await askForHelp(world.student, assignmentId, form))).toBeUndefined();
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
  const nextLineId = await insertLine(world.bookId, document.score.title, JSON.stringify(document));
  await putOnStand(nextLineId, document);
  const given = rightOf(
    await assign(world.teacher, {
      lineId: world.lineId,
      classId: world.classId,
      startBpm: 72,
      goalBpm: 72,
      dueOn: '2027-02-01',
      nextLineId,
    }),
  );
  const both = backToBack([bookLine(1), bookLine(2)]);
  await pretendDrawn(await storeMusic(lineOfStep(both, STEP_KEEPS.expression)));
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
    expect(problemIn(await changeDailyMinutes(world.teacher, world.classId, '30'))).toBeUndefined();
    expect((await load()).dailyMinutes).toBe(30);
    expect(problemIn(await changeDailyMinutes(world.teacher, world.classId, '3'))).toMatch(/At least/);
  });

  test('who is ahead and who is behind: a line done to the end is a piece learned', async () => {
    const [world, other] = [await makeWorld(1), await makeWorld(1)];
    expect(problemIn(await changePace(world.teacher, world.classId, goal))).toBeUndefined();
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
    expect(problemIn(await changePace(world.teacher, world.classId, undefined))).toBeUndefined();
    expect((await getPace(world.teacher, world.classId, '2026-11-25')).goal).toBeUndefined();
  });

  test.each<[string, object, RegExp]>([
    ['no pieces', { pieces: 0 }, /./],
    ['backwards', { by: '2026-08-01' }, /after the first/],
    ['a holiday backwards', { holidays: [{ from: '2027-01-03', to: '2026-12-20' }] }, /ends after/],
    ['a hundred years', { by: '2126-01-01' }, /two years/],
  ])('a goal with %s is refused', async (_, change, problem) => {
    const world = await makeWorld(1);
    expect(problemIn(await changePace(world.teacher, world.classId, { ...goal, ...change }))).toMatch(
      problem,
    );
  });
});
