import { writeWav } from '@/core/signal';
import type { Flaw } from '@/core/simulation';
import { NotFound } from '@/server/access/account/viewer';
import { getGiven } from '@/server/access/practice/given';
import { listAssignmentsOfStudent } from '@/server/access/practice/progress';
import { getTake } from '@/server/access/practice/takes';
import { getAssignmentToPlay } from '@/server/access/practice/to-play';
import { answerTake, getPassageChoice, maybeAnswered, takeAnswerBack } from '@/server/access/review/answers';
import { listOverrules, overruleMeasure } from '@/server/access/review/overrules';
import { getQueue } from '@/server/access/review/queue';
import { getVoice, keepVoice, listVoices, takeVoiceAway } from '@/server/access/review/voices';
import { getBoard } from '@/server/access/school/board';
import { listClasses } from '@/server/access/school/classes';
import {
  addCoTeacher,
  answerAskedToHelp,
  endCoTeaching,
  getCoTeachers,
} from '@/server/access/school/co-teachers';
import { changeKeeping, getRoster, removeStudent, setArchived } from '@/server/access/school/roster';
import { takeOutStudent } from '@/server/access/school/taking-out';
import { database } from '@/server/db/connection';
import { listTakesOfStudent } from '@/server/db/queries/takes';
import { bookLine } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';
import { giveOut, play } from '../support/plans';
import { problemIn } from '../support/results';
import { handInAndCheck, played } from '../support/takes';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

const LINE = bookLine(5);
const WRONG: Flaw = { kind: 'wrong', noteId: 'm2n2', semitones: 3 };

let world: World;
let other: World;
beforeAll(async () => {
  world = await makeWorld();
  other = await makeWorld();
});

const take = async (flaws: readonly Flaw[], seed: number) =>
  handInAndCheck(
    world.student,
    { assignmentId: world.assignmentId, askedBpm: '66' },
    await played(66, seed, flaws),
  );

test('measures that a teacher asks for are the next stage, once for every take, and then the plan goes on', async () => {
  const assignmentId = await giveOut(world);
  const planned = (await getAssignmentToPlay(world.student, assignmentId)).stage;
  const first = await play(world, assignmentId, planned.id);
  const passage = { fromMeasure: 2, toMeasure: 3, bpm: 54 };
  const ask = (asked: object, answer = 'again') =>
    answerTake(world.teacher, first, { answer, comment: '', passage: asked });

  expect(problemIn(await ask({ ...passage, toMeasure: 99 }))).toMatch(/no such measures/);
  expect(problemIn(await ask({ ...passage, fromMeasure: 4 }))).toMatch(/must not come before/);
  expect(problemIn(await ask({ ...passage, bpm: 5 }))).toMatch(/at least/);
  // Who is through with a take plays nothing of it again.
  expect(problemIn(await ask(passage, 'accepted'))).toBeUndefined();
  expect((await getTake(world.student, first)).passage).toBeNull();

  expect(problemIn(await ask(passage))).toBeUndefined();
  const { stage, line, nextBpm, ladder } = await getAssignmentToPlay(world.student, assignmentId);
  expect(stage).toMatchObject({
    isNow: true,
    chunkName: 'Measures 2 to 3',
    name: 'Play all that is written',
  });
  expect(stage.why).toMatch(/teacher asks/);
  expect(line.part.measures.map(({ number }) => number)).toEqual([2, 3]);
  expect(nextBpm).toBe(54);
  expect(ladder).toContain(54);
  const listed = (await listAssignmentsOfStudent(world.student)).find(({ id }) => id === assignmentId)!;
  expect([listed.now?.chunkName, listed.nextBpm]).toEqual(['Measures 2 to 3', 54]);
  const [row] = (await getGiven(world.teacher, assignmentId)).students;
  expect(row).toMatchObject({ now: { chunkName: 'Measures 2 to 3' } });

  const again = await play(world, assignmentId, stage.id);
  expect((await getTake(world.teacher, again)).verdict!.measures.map(({ number }) => number)).toEqual([2, 3]);
  expect((await getAssignmentToPlay(world.student, assignmentId)).stage.id).not.toBe(stage.id);

  // Asked for once more after that take, it is to be played once more, and once alone; accepted, it is done.
  await answerTake(world.teacher, again, { answer: 'again', comment: '', passage });
  const asked = await getAssignmentToPlay(world.student, assignmentId);
  expect(asked.stages.filter(({ chunkName }) => chunkName === 'Measures 2 to 3')).toMatchObject([
    { id: asked.stage.id, isDone: false },
  ]);
  await answerTake(world.teacher, again, { answer: 'accepted', comment: '' });
  expect((await getAssignmentToPlay(world.student, assignmentId)).stage.chunkName).not.toBe(
    'Measures 2 to 3',
  );
});

test('an answer is taken back: what stood there before stands again, then nothing', async () => {
  const id = await take([], 5);
  const answerNow = async () => {
    const { answer, comment, rating } = await getTake(world.student, id);
    return answer && { answer, comment, rating };
  };
  const rows = async () => JSON.stringify(await database().selectFrom('take_answer').selectAll().execute());
  const atFirst = await rows();
  const waits = async () => (await getQueue(world.teacher)).some((row) => row.id === id);
  expect(await waits()).toBe(true);
  await answerTake(world.teacher, id, { answer: 'accepted', comment: 'Even.', rating: { rhythm: 8 } });
  const once = await rows();
  await answerTake(world.teacher, id, { answer: 'see-me', comment: 'Hm.' });
  expect(await maybeAnswered(world.teacher, id)).toMatchObject({ takeId: id, answer: 'see-me' });
  await expect(takeAnswerBack(other.teacher, id)).rejects.toThrow(NotFound);
  await expect(takeAnswerBack(world.student, id)).rejects.toThrow(NotFound);
  await takeAnswerBack(world.teacher, id);
  expect(await answerNow()).toEqual({ answer: 'accepted', comment: 'Even.', rating: { rhythm: 8 } });
  expect(await rows()).toBe(once);
  await takeAnswerBack(world.teacher, id);
  expect(await answerNow()).toBeNull();
  expect([await rows(), await waits()]).toEqual([atFirst, true]);
  await expect(takeAnswerBack(world.teacher, id)).rejects.toThrow(NotFound);
  expect(await maybeAnswered(world.teacher, id)).toBeUndefined();
});

test('what needs work is proposed, a rung slower, and nobody else may ask', async () => {
  const id = await take([WRONG], 1);
  const shown = await getTake(world.teacher, id);
  const choice = await getPassageChoice(world.teacher, shown);
  expect(choice).toMatchObject({ asked: null, proposed: { fromMeasure: 2, toMeasure: 2 } });
  expect(choice!.numbers).toEqual(LINE.part.measures.map(({ number }) => number));
  await expect(getPassageChoice(other.teacher, shown)).rejects.toThrow(NotFound);
  await expect(getPassageChoice(world.student, shown)).rejects.toThrow(NotFound);
});

test('a single note is overruled beside the verdict: counts follow it, and a later verdict is asked anew', async () => {
  const id = await take([WRONG], 2);
  const judged = (await getTake(world.teacher, id)).verdict!;
  const wrong = judged.notes.find(({ pitch }) => pitch === 'wrong')!;
  const { measureIndex, noteId } = wrong;
  const rowOf = async () => (await listTakesOfStudent(world.student.userId)).find((row) => row.id === id)!;
  const measure = async () => (await rowOf()).measures![measureIndex]!;
  const before = await measure();
  expect(before.notesNeedWork).toBe(true);

  const say = (word: string, note = noteId) =>
    overruleMeasure(world.teacher, id, { measureIndex, quality: 'notes', noteId: note, word });
  await say('right');
  expect(await measure()).toMatchObject({ notesRight: before.notesRight + 1, notesNeedWork: false });
  expect((await getTake(world.teacher, id)).verdict).toEqual(judged);
  expect(await listOverrules(world.student, id)).toMatchObject([
    { measureIndex, quality: 'notes', isRight: true, note: wrong, teacherName: world.teacher.name },
  ]);
  // Another note of the measure beside it.
  const neighbour = judged.notes.find(
    (note) => note.measureIndex === measureIndex && note.pitch === 'right',
  )!;
  await say('not-right', neighbour.noteId);
  expect(await measure()).toMatchObject({ notesRight: before.notesRight, notesNeedWork: true });
  expect(await listOverrules(world.student, id)).toHaveLength(2);
  await say('as-judged', neighbour.noteId);

  // A new verdict that says the same as the teacher is not counted twice.
  const agreed = judged.notes.map((note) => (note === wrong ? { ...note, pitch: 'right' } : note));
  const measures = judged.measures.map((one, index) =>
    index === measureIndex ? { ...one, notesRight: one.written, notesNeedWork: false } : one,
  );
  await database()
    .updateTable('take_check')
    .set({ verdict: JSON.stringify({ ...judged, notes: agreed, measures }) })
    .where('take_id', '=', id)
    .execute();
  expect(await measure()).toMatchObject({ notesRight: before.written, notesNeedWork: false });

  await expect(say('right', 'm99n9')).rejects.toThrow(NotFound);
  await expect(
    overruleMeasure(other.teacher, id, { measureIndex, quality: 'notes', noteId, word: 'right' }),
  ).rejects.toThrow(NotFound);
});

test('what a teacher says and plays is kept with the take, heard by its student, and by nobody else', async () => {
  const id = await take([], 3);
  const tone = (hertz: number) =>
    writeWav({
      samples: Float32Array.from(
        { length: 8000 },
        (_, n) => 0.3 * Math.sin((2 * Math.PI * hertz * n) / 8000),
      ),
      sampleRate: 8000,
    });
  expect(await keepVoice(world.teacher, id, 'spoken', tone(200))).toBeUndefined();
  expect(await keepVoice(world.teacher, id, 'played', tone(440))).toBeUndefined();
  const anew = tone(300);
  expect(await keepVoice(world.teacher, id, 'spoken', anew)).toBeUndefined();
  expect(await listVoices(world.student, id)).toMatchObject([
    { kind: 'spoken', teacherName: world.teacher.name },
    { kind: 'played' },
  ]);
  const heard = await getVoice(world.student, id, 'spoken', 0, 1_000_000);
  expect(Buffer.compare(heard.bytes, Buffer.from(anew))).toBe(0);
  expect(heard.length).toBe(anew.length);
  expect((await getVoice(world.student, id, 'spoken', 4, 8)).bytes).toHaveLength(4);

  expect(await keepVoice(world.teacher, id, 'spoken', new Uint8Array([1, 2, 3]))).toMatch(/not a WAV/);
  await expect(keepVoice(world.teacher, id, 'sung', anew)).rejects.toThrow(NotFound);
  await expect(keepVoice(world.student, id, 'spoken', anew)).rejects.toThrow(NotFound);
  await expect(keepVoice(other.teacher, id, 'spoken', anew)).rejects.toThrow(NotFound);
  for (const stranger of [other.teacher, other.student]) {
    await expect(listVoices(stranger, id)).rejects.toThrow(NotFound);
    await expect(getVoice(stranger, id, 'spoken', 0, 10)).rejects.toThrow(NotFound);
  }
  // It goes out with everything else of the student.
  const taken = new Map<string, Uint8Array>();
  for await (const { path, bytes } of (await takeOutStudent(world.student, world.student.userId)).files)
    taken.set(path, bytes);
  const spoken = taken.get(`answers/${id.slice(0, 8)} spoken.wav`);
  expect(spoken && Buffer.compare(spoken, Buffer.from(anew))).toBe(0);
  expect(new TextDecoder().decode(taken.get('student.json'))).toContain(
    `answers/${id.slice(0, 8)} played.wav`,
  );

  await expect(takeVoiceAway(world.student, id, 'played')).rejects.toThrow(NotFound);
  await takeVoiceAway(world.teacher, id, 'played');
  expect((await listVoices(world.teacher, id)).map(({ kind }) => kind)).toEqual(['spoken']);
});

test('a colleague teaches a class together with whose it is, until one of them ends it', async () => {
  const [own, helper] = [world.teacher, other.teacher];
  const id = await take([WRONG], 4);
  const emailOf = async (userId: string) =>
    (await database().selectFrom('user').select('email').where('id', '=', userId).executeTakeFirstOrThrow())
      .email;
  await expect(getQueue(helper)).resolves.not.toContainEqual(expect.objectContaining({ id }));
  await expect(getTake(helper, id)).rejects.toThrow(NotFound);
  await expect(addCoTeacher(helper, world.classId, await emailOf(helper.userId))).rejects.toThrow(NotFound);

  expect(problemIn(await addCoTeacher(own, world.classId, 'nobody@mevlo.example'))).toMatch(
    /No teacher signs in/,
  );
  expect(problemIn(await addCoTeacher(own, world.classId, 'no address'))).toMatch(/Type the address/);
  expect(problemIn(await addCoTeacher(own, world.classId, await emailOf(own.userId)))).toMatch(
    /your own class/,
  );
  expect(problemIn(await addCoTeacher(own, world.classId, await emailOf(world.student.userId)))).toMatch(
    /No teacher/,
  );
  expect(
    problemIn(await addCoTeacher(own, world.classId, (await emailOf(helper.userId)).toUpperCase())),
  ).toBeUndefined();
  await answerAskedToHelp(helper, world.classId, true);
  expect(await getCoTeachers(helper, world.classId)).toMatchObject({
    mayChange: false,
    teachers: [{ id: helper.userId }],
  });

  // Everything that is needed to hear, answer and know the class.
  expect((await getQueue(helper)).map((row) => row.id)).toContain(id);
  expect(
    problemIn(await answerTake(helper, id, { answer: 'accepted', comment: 'Heard by your other teacher.' })),
  ).toBe(undefined);
  expect((await getTake(world.student, id)).comment).toMatch(/other teacher/);
  expect((await listClasses(helper)).map(({ id: classId }) => classId)).toContain(world.classId);
  expect((await getBoard(helper, world.classId, '2026-12-01')).board.rows).toHaveLength(1);
  expect(await getRoster(helper, world.classId)).toMatchObject({ isHead: false });
  expect((await getGiven(helper, world.assignmentId)).students).toHaveLength(1);

  // What cannot be undone stays with whose class it is.
  await expect(setArchived(helper, world.classId, true)).rejects.toThrow(NotFound);
  await expect(changeKeeping(helper, world.classId, '14')).rejects.toThrow(NotFound);
  await expect(removeStudent(helper, world.student.userId, world.student.name)).rejects.toThrow(NotFound);
  await expect(endCoTeaching(helper, world.classId, own.userId)).rejects.toThrow(NotFound);

  await endCoTeaching(helper, world.classId, helper.userId);
  await expect(getTake(helper, id)).rejects.toThrow(NotFound);
  expect((await listClasses(helper)).map(({ id: classId }) => classId)).not.toContain(world.classId);
});
