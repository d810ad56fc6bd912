import { randomUUID } from 'node:crypto';
import { READY_PLANS } from '@/core/practice';
import { NotFound } from '@/server/access/account/viewer';
import { completeTake, getTake, receivePiece } from '@/server/access/practice/takes';
import { answerTake } from '@/server/access/review/answers';
import { changeStrictness, getClass, maybeJudgingAnew } from '@/server/access/school/classes';
import { database } from '@/server/db/connection';
import { listOutdatedTakes } from '@/server/db/queries/checks';
import { checkTake } from '@/server/jobs/check-take';
import { rejudgeClass } from '@/server/jobs/rejudge-class';
import { bookLine } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';
import { problemIn } from '../support/results';
import { KEPT_EAR, performed } from '../support/takes';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

const BPM = 88;
/** A tenth of a second late: on time for a beginner, not for an audition. */
const LATE_NOTE = 'm5n1';
const LATE_BEATS = 0.15;
const line = bookLine(5);
const performance = {
  line,
  bpm: BPM,
  seed: 2,
  style: { timingSeconds: 0.004, tempoWander: 0 },
  flaws: [{ kind: 'late', noteId: LATE_NOTE, beats: LATE_BEATS }],
} as const;

let world: World;
let takeId: string;
beforeAll(async () => {
  world = await makeWorld();
  const wav = await performed(performance);
  takeId = randomUUID();
  await receivePiece(world.student, { id: takeId, from: '0' }, wav);
  await completeTake(
    world.student,
    { id: takeId, assignmentId: world.assignmentId, askedBpm: BPM, source: 'recorded' },
    wav.length,
  );
  await checkTake(takeId, KEPT_EAR);
});

const verdict = async () => (await getTake(world.teacher, takeId)).verdict!;
const facts = async () =>
  database()
    .selectFrom('take_check')
    .select(['heard', 'following'])
    .where('take_id', '=', takeId)
    .executeTakeFirstOrThrow();

test('a class is judged as usual, and anew when its teacher changes that; facts and answers stay', async () => {
  const before = await facts();
  await answerTake(world.teacher, takeId, { answer: 'accepted', comment: 'Well played.' });
  expect((await verdict()).policy.name).toBe('usual');
  expect((await verdict()).notes.filter((note) => note.onset !== 'on')).toEqual([]);

  expect(problemIn(await changeStrictness(world.teacher, world.classId, 'exacting'))).toBeUndefined();
  // Until the worker has come to it, its page says how far it is.
  expect(await maybeJudgingAnew(world.teacher, world.classId)).toEqual({ done: 0, of: 1 });
  await rejudgeClass(world.classId);
  expect(await maybeJudgingAnew(world.teacher, world.classId)).toBeUndefined();
  const strict = await verdict();
  expect(strict.policy.name).toBe('exacting');
  expect(strict.notes.filter((note) => note.onset === 'late').map((note) => note.noteId)).toEqual([
    LATE_NOTE,
  ]);
  expect(await facts()).toEqual(before);
  expect(await getTake(world.teacher, takeId)).toMatchObject({ answer: 'accepted', comment: 'Well played.' });

  await changeStrictness(world.teacher, world.classId, 'gentle');
  await rejudgeClass(world.classId);
  expect((await verdict()).notes.filter((note) => note.onset !== 'on')).toEqual([]);
});

test('a step of a plan may be judged by its own level, whatever the class is judged by', async () => {
  const plan = { ...READY_PLANS[0]!, strictness: { expression: 'exacting' } };
  await database()
    .updateTable('assignment')
    .set({ plan: JSON.stringify(plan) })
    .where('id', '=', world.assignmentId)
    .execute();
  await database().updateTable('take').set({ stage: 'line/expression' }).where('id', '=', takeId).execute();
  await rejudgeClass(world.classId);
  expect((await verdict()).policy.name).toBe('exacting');
  await checkTake(takeId, KEPT_EAR);
  expect((await verdict()).policy.name).toBe('exacting');
  await database().updateTable('take').set({ stage: 'line/plain' }).where('id', '=', takeId).execute();
  await rejudgeClass(world.classId);
  expect((await verdict()).policy.name).toBe('gentle');
});

test('only the teacher of the class changes it, and only to a level there is', async () => {
  const other = await makeWorld();
  await expect(changeStrictness(other.teacher, world.classId, 'usual')).rejects.toThrow(NotFound);
  await expect(changeStrictness(world.student, world.classId, 'usual')).rejects.toThrow(NotFound);
  expect(problemIn(await changeStrictness(world.teacher, world.classId, 'merciless'))).toMatch(/Choose/);
  expect((await getClass(world.teacher, world.classId)).strictness).toBe('gentle');
});

test('what an earlier judge has said is not shown, and is found to be said anew', async () => {
  const outdated = async () =>
    (await listOutdatedTakes({ heard: 4, following: 2, verdict: 2 })).some(({ id }) => id === takeId);
  expect(await outdated()).toBe(false);
  const old = { ...(await verdict()), version: 1 };
  await database()
    .updateTable('take_check')
    .set({ verdict: JSON.stringify(old) })
    .where('take_id', '=', takeId)
    .execute();
  expect(await outdated()).toBe(true);
  expect((await getTake(world.teacher, takeId)).verdict).toBeNull();
  await checkTake(takeId, KEPT_EAR);
  expect((await verdict()).policy.name).toBe('gentle');
});
