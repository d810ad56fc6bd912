import { randomUUID } from 'node:crypto';
import { NotFound, type Viewer } from '@/server/access/account/viewer';
import { getTake, handIn, listEarlierTakes } from '@/server/access/practice/takes';
import { askForHelp } from '@/server/access/practice/to-play';
import { answerTake } from '@/server/access/review/answers';
import { listOverrules, overruleMeasure } from '@/server/access/review/overrules';
import { getQueue } from '@/server/access/review/queue';
import { createStudent } from '@/server/auth/accounts';
import { database } from '@/server/db/connection';
import { listTakesOfStudent } from '@/server/db/queries/takes';
import { checkTake } from '@/server/jobs/check-take';
import { withOwnDatabase } from '../support/own-database';
import { problemIn } from '../support/results';
import { handInAndCheck, KEPT_EAR, keptTake, played } from '../support/takes';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let seed = 0;
const good = () => played(66, ++seed);
const weak = () => played(66, ++seed, [{ kind: 'wrong', noteId: 'm2n2', semitones: 3 }]);
const silent = () =>
  keptTake({ silence: 8 }, () => ({ samples: new Float32Array(16000 * 8), sampleRate: 16000 }));

let world: World;
/** A further student of the class. */
async function join(name: string): Promise<Viewer> {
  const { classId } = world;
  const userId = await createStudent({ name, classId, userName: name, pin: '4711', instrument: 'flute' });
  return { userId, name, role: 'student' };
}
/** A take that is handed in and checked, so many hours ago. */
async function take(
  student: Viewer,
  wav: Uint8Array | Promise<Uint8Array>,
  hoursAgo: number,
): Promise<string> {
  const form = { assignmentId: world.assignmentId, askedBpm: '66' };
  const id = await handInAndCheck(student, form, await wav);
  await database()
    .updateTable('take')
    .set({ handed_in_at: new Date(Date.now() - hoursAgo * 3_600_000) })
    .where('id', '=', id)
    .execute();
  return id;
}
const waiting = async () => (await getQueue(world.teacher)).map(({ id, need }) => [id, need]);

beforeAll(async () => {
  world = await makeWorld();
});

test('one take a student and line waits, the newest, who needs the teacher most first', async () => {
  const [stuck, asking, unheard, settled] = [
    await join('ada'),
    await join('bo'),
    await join('cy'),
    await join('di'),
  ];
  for (const hours of [9, 8, 7]) await take(stuck, weak(), hours);
  const fourth = await take(stuck, weak(), 6);
  const question = await take(asking, good(), 1);
  expect(
    problemIn(await askForHelp(asking, world.assignmentId, { stage: 'line/expression', measure: 3 })),
  ).toBeUndefined();
  const silence = await take(unheard, silent(), 2);
  const first = await take(world.student, good(), 5);
  await take(settled, weak(), 4);
  const second = await take(settled, good(), 3);

  expect(await waiting()).toEqual([
    [question, 'asks-for-help'],
    [fourth, 'stuck'],
    [silence, 'unsure'],
    [first, 'first-take'],
    [second, 'routine'],
  ]);
  const [asked, , , , routine] = await getQueue(world.teacher);
  expect(asked).toMatchObject({ studentName: 'bo', helpMeasure: 3, earlier: [] });
  expect(routine!.earlier.map((earlier) => earlier.measures!.some((m) => m.notesNeedWork))).toEqual([true]);

  // The teacher's word answers the question as well; a newer take waits without it.
  await answerTake(world.teacher, question, { answer: 'again', comment: 'Count aloud first.' });
  expect((await waiting()).map(([id]) => id)).toEqual([fourth, silence, first, second]);
  const later = await take(asking, good(), 0);
  expect(await waiting()).toContainEqual([later, 'routine']);
});

test('what is still being checked does not wait, and what was given back is not asked for', async () => {
  const student = await join('el');
  const id = randomUUID();
  await handIn(
    student,
    { id, assignmentId: world.assignmentId, askedBpm: '66', source: 'recorded' },
    await good(),
  );
  expect((await waiting()).some(([waitingId]) => waitingId === id)).toBe(false);
  await checkTake(id, KEPT_EAR);
  expect((await waiting()).some(([waitingId]) => waitingId === id)).toBe(true);
  const withdrawn = await makeWorld();
  const inIt = randomUUID();
  const form = { id: inIt, assignmentId: withdrawn.assignmentId, askedBpm: '66', source: 'recorded' };
  await handIn(withdrawn.student, form, await good());
  await checkTake(inIt, KEPT_EAR);
  expect(await getQueue(withdrawn.teacher)).toHaveLength(1);
  await database()
    .updateTable('assignment')
    .set({ withdrawn_at: new Date() })
    .where('id', '=', withdrawn.assignmentId)
    .execute();
  expect(await getQueue(withdrawn.teacher)).toEqual([]);
});

test('earlier takes are the same student’s of the same line, newest first', async () => {
  const student = await join('fay');
  const ids = [
    await take(student, weak(), 3),
    await take(student, good(), 2),
    await take(student, good(), 1),
  ];
  const earlier = await listEarlierTakes(world.teacher, ids[2]!);
  expect(earlier.map(({ id, isSameMusic }) => [id, isSameMusic])).toEqual([
    [ids[1], true],
    [ids[0], true],
  ]);
  expect(await listEarlierTakes(student, ids[0]!)).toEqual([]);
});

test('a measure is overruled beside the verdict: lists and climb follow, the verdict stays, and it can be taken back', async () => {
  const student = await join('gil');
  const id = await take(student, weak(), 1);
  const judged = (await getTake(world.teacher, id)).verdict!;
  const at = judged.measures.findIndex((measure) => measure.notesNeedWork);
  const measureOf = async () =>
    (await listTakesOfStudent(student.userId)).find((row) => row.id === id)!.measures![at]!;
  expect((await measureOf()).notesNeedWork).toBe(true);

  await overruleMeasure(world.teacher, id, { measureIndex: at, quality: 'notes', word: 'right' });
  expect(await measureOf()).toMatchObject({ notesNeedWork: false, notesRight: judged.measures[at]!.written });
  expect((await getTake(world.teacher, id)).verdict).toEqual(judged);
  const [queued] = (await getQueue(world.teacher)).filter((row) => row.id === id);
  expect(queued!.measures!.some((measure) => measure.notesNeedWork)).toBe(false);
  expect(await listOverrules(student, id)).toMatchObject([
    { measureIndex: at, quality: 'notes', isRight: true, teacherName: world.teacher.name },
  ]);

  await overruleMeasure(world.teacher, id, { measureIndex: at, quality: 'notes', word: 'as-judged' });
  expect((await measureOf()).notesNeedWork).toBe(true);
  expect(await listOverrules(world.teacher, id)).toEqual([]);
});

test('only the teacher of the class overrules, and only measures that there are', async () => {
  const other = await makeWorld();
  const id = await take(world.student, weak(), 1);
  const form = { measureIndex: 0, quality: 'notes', word: 'right' };
  for (const viewer of [other.teacher, world.student, other.student])
    await expect((async () => overruleMeasure(viewer, id, form))()).rejects.toThrow(NotFound);
  for (const wrong of [{ measureIndex: 99 }, { quality: 'tone' }, { word: 'perhaps' }])
    await expect(overruleMeasure(world.teacher, id, { ...form, ...wrong })).rejects.toThrow(NotFound);
  await expect(listOverrules(other.teacher, id)).rejects.toThrow(NotFound);
  expect(await listOverrules(world.teacher, id)).toEqual([]);
});

test('nobody else hears what waits', async () => {
  const other = await makeWorld();
  expect(await getQueue(other.teacher)).toEqual([]);
  await expect((async () => getQueue(world.student))()).rejects.toThrow(NotFound);
  const [first] = await getQueue(world.teacher);
  await expect(listEarlierTakes(other.teacher, first!.id)).rejects.toThrow(NotFound);
  await expect(listEarlierTakes(other.student, first!.id)).rejects.toThrow(NotFound);
});
