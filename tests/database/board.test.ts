import { dayOf } from '@/core/calendar';
import { needsWork } from '@/core/judging';
import { NotFound, type Viewer } from '@/server/access/account/viewer';
import { takeBack } from '@/server/access/practice/given';
import { askForHelp } from '@/server/access/practice/to-play';
import { answerTake } from '@/server/access/review/answers';
import { overruleMeasure } from '@/server/access/review/overrules';
import { listPins, pinWord, setPinned } from '@/server/access/review/pins';
import { getBoard, getStumbles } from '@/server/access/school/board';
import { changePace } from '@/server/access/school/classes';
import { getRecord } from '@/server/access/school/record';
import { createStudent } from '@/server/auth/accounts';
import { listTakesOfClass } from '@/server/db/queries/class-facts';
import { listJudgedOfAssignment, listTakesOfStudent } from '@/server/db/queries/takes';
import { bookLine } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';
import { problemIn } from '../support/results';
import { handInAndCheck, played } from '../support/takes';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

const today = dayOf(new Date());
let seed = 0;
let world: World;

beforeEach(async () => {
  world = await makeWorld();
});

async function join(name: string): Promise<Viewer> {
  const { classId } = world;
  const userId = await createStudent({ name, classId, userName: name, pin: '4711', instrument: 'flute' });
  return { userId, name, role: 'student' };
}
/** @param wrong the note that is played too high. */
async function take(student: Viewer, askedBpm: number, wrong?: string): Promise<string> {
  const flaws = wrong ? [{ kind: 'wrong', noteId: wrong, semitones: 3 } as const] : [];
  const form = {
    assignmentId: world.assignmentId,
    askedBpm: `${askedBpm}`,
    selfRating: { notes: 6 },
  };
  return handInAndCheck(student, form, await played(askedBpm, ++seed, flaws));
}
const cellOf = async (name: string) => {
  const { board } = await getBoard(world.teacher, world.classId, today);
  return board.rows.find((row) => row.name === name)!;
};

test('a cell says where a student stands, and the most pressing word of all', async () => {
  const ada = await join('ada');
  expect((await cellOf('ada')).cells).toEqual([{ state: 'not-begun', reachedBpm: undefined, goalBpm: 88 }]);
  const weak = await take(ada, 66, 'm2n2');
  expect((await cellOf('ada')).cells[0]).toMatchObject({ state: 'waiting', reachedBpm: undefined });
  await answerTake(world.teacher, weak, { answer: 'again', comment: '' });
  expect((await cellOf('ada')).cells[0]).toMatchObject({ state: 'under-way' });
  const good = await take(ada, 72);
  expect(await cellOf('ada')).toMatchObject({
    cells: [{ state: 'waiting', reachedBpm: 72 }],
    lastPractisedOn: today,
    learned: 0,
  });
  await answerTake(world.teacher, good, { answer: 'see-me', comment: '' });
  expect((await cellOf('ada')).cells[0]).toMatchObject({ state: 'see-me', reachedBpm: undefined });
  await askForHelp(ada, world.assignmentId, { stage: 'line/expression', measure: 2 });
  expect((await cellOf('ada')).cells[0]).toMatchObject({ state: 'asks-for-help' });
  // A word after the question answers it, to whichever take: as in the queue.
  await answerTake(world.teacher, weak, { answer: 'again', comment: 'Clap measure 2 first.' });
  expect((await cellOf('ada')).cells[0]).toMatchObject({ state: 'see-me' });
  // Every rung of the ladder in one word.
  for (const bpm of [66, 72, 80, 88]) {
    const id = await take(ada, bpm);
    await answerTake(world.teacher, id, { answer: 'accepted', comment: '' });
  }
  expect(await cellOf('ada')).toMatchObject({ cells: [{ state: 'learned', reachedBpm: 88 }], learned: 1 });
  expect((await cellOf(world.student.name)).lastPractisedOn).toBeUndefined();
});

test('what the database counts comes to the same as the measures themselves, with the teacher’s word', async () => {
  const ada = await join('ada');
  const takes = [
    await take(ada, 66),
    await take(ada, 66, 'm2n2'),
    await take(ada, 72, 'm1n1'),
    await take(ada, 200),
  ];
  const outcomes = async () => {
    const byId = ({ id, outcome }: { readonly id: string; readonly outcome: unknown }) =>
      [id, outcome] as const;
    const [counted, judged] = await Promise.all([
      listTakesOfClass({ classId: world.classId }),
      listTakesOfStudent(ada.userId),
    ]);
    expect(new Map(counted.map(byId))).toEqual(new Map(judged.map(byId)));
    return takes.map((id) => judged.find((row) => row.id === id)?.outcome);
  };
  expect((await outcomes()).slice(0, 2)).toEqual(['easy', 'fair']);
  const rows = await listTakesOfStudent(ada.userId);
  const weak = rows.find(({ id }) => id === takes[1])?.measures?.findIndex(needsWork);
  for (const quality of ['notes', 'rhythm'])
    await overruleMeasure(world.teacher, takes[1]!, { measureIndex: weak, quality, word: 'right' });
  expect((await outcomes())[1]).toBe('easy');
  await overruleMeasure(world.teacher, takes[0]!, { measureIndex: 1, quality: 'notes', word: 'not-right' });
  expect((await outcomes())[0]).toBe('fair');
});

test('a line that was taken back is not on it, a goal says who is behind, and it is nobody else’s', async () => {
  await changePace(world.teacher, world.classId, {
    pieces: '10',
    from: '2026-01-01',
    by: '2026-03-01',
    daysPerWeek: '5',
    holidays: [],
  });
  expect(await cellOf(world.student.name)).toMatchObject({ ahead: -10 });
  await takeBack(world.teacher, world.assignmentId);
  const { board } = await getBoard(world.teacher, world.classId, today);
  expect(board.lines).toEqual([]);
  const other = await makeWorld();
  for (const stranger of [other.teacher, world.student])
    await expect(getBoard(stranger, world.classId, today)).rejects.toThrow(NotFound);
});

test('where the class stumbles follows the newest takes and the teacher’s word', async () => {
  const [ada, bela] = [await join('ada'), await join('bela')];
  await take(ada, 66, 'm2n2');
  const later = await take(ada, 66, 'm3n2');
  await take(bela, 66, 'm3n2');
  const weak = async () => {
    const { measures } = await getStumbles(world.lineId, await listJudgedOfAssignment(world.assignmentId));
    return measures.filter(({ notesNeedWork }) => notesNeedWork > 0);
  };
  expect(await weak()).toMatchObject([{ number: 3, played: 2, notesNeedWork: 2 }]);
  const index = bookLine(5).part.measures.findIndex(({ number }) => number === 3);
  await overruleMeasure(world.teacher, later, { measureIndex: index, quality: 'notes', word: 'right' });
  expect(await weak()).toMatchObject([{ number: 3, played: 2, notesNeedWork: 1 }]);
});

test('the record holds three ratings beside each other, and what was said', async () => {
  const id = await take(world.student, 66, 'm2n2');
  const rated = { answer: 'again', comment: 'Breathe.', rating: { notes: 5, character: 8 } };
  expect(problemIn(await answerTake(world.teacher, id, { ...rated, rating: { notes: 11 } }))).toBeDefined();
  expect(problemIn(await answerTake(world.teacher, id, rated))).toBeUndefined();
  for (const viewer of [world.teacher, world.student])
    expect((await getRecord(viewer, world.student.userId)).takes).toMatchObject([
      {
        id,
        selfRating: { notes: 6 },
        measured: { rhythm: 10, notes: expect.any(Number) },
        rating: { notes: 5, character: 8 },
        comment: 'Breathe.',
      },
    ]);
});

test('a word is pinned to a measure by the teacher and found by the student', async () => {
  const id = await take(world.student, 66);
  expect(problemIn(await pinWord(world.teacher, id, { measureIndex: 1, words: ' ' }))).toContain('word');
  await expect(pinWord(world.teacher, id, { measureIndex: 99, words: 'x' })).rejects.toThrow(NotFound);
  await pinWord(world.teacher, id, { measureIndex: 1, words: 'Breathe before this.' });
  const [pin] = await listPins(world.student, id);
  expect(pin).toMatchObject({ measureIndex: 1, words: 'Breathe before this.' });
  const other = await makeWorld();
  for (const stranger of [other.teacher, other.student]) {
    await expect(listPins(stranger, id)).rejects.toThrow(NotFound);
    await expect(pinWord(stranger, id, { measureIndex: 0, words: 'x' })).rejects.toThrow(NotFound);
    await expect(setPinned(stranger, id, pin!.id, false)).rejects.toThrow(NotFound);
  }
  await expect(setPinned(world.student, id, pin!.id, false)).rejects.toThrow(NotFound);
  await setPinned(world.teacher, id, pin!.id, false);
  expect(await listPins(world.teacher, id)).toEqual([]);
  // A slip is put back as it was.
  await setPinned(world.teacher, id, pin!.id, true);
  expect(await listPins(world.teacher, id)).toEqual([pin]);
  await setPinned(world.teacher, id, pin!.id, false);
  expect(await listPins(world.student, id)).toEqual([]);
});
