// What is removed comes back as it was; what is shared is seen by whom it is shared with, and changed by whoever may.
import { sql } from 'kysely';
import { READY_PLANS } from '@/core/practice';
import { NotFound, type Viewer } from '@/server/access/account/viewer';
import {
  answerQuestions,
  askQuestionsAgain,
  changeForAll,
  copyAssignment,
  getGiven,
  takeBack,
} from '@/server/access/practice/given';
import { assignMany, getLinesToGive, takeBackMany } from '@/server/access/practice/giving-out';
import { bringPlanBack, listPlans, removePlan, savePlan } from '@/server/access/practice/plans';
import { listAssignmentsOfStudent } from '@/server/access/practice/progress';
import { askForHelp, getAssignmentToPlay, listQuestions } from '@/server/access/practice/to-play';
import { createClass } from '@/server/access/school/classes';
import {
  bringBack,
  getBin,
  giveAgain,
  removeBook,
  removeForGood,
  removeLine,
} from '@/server/access/shelf/bin';
import {
  getOwnModel,
  keepOwnModel,
  maybeOwnModelAt,
  takeOwnModelAway,
} from '@/server/access/shelf/own-model';
import { endSharing, getBook, shareBook } from '@/server/access/shelf/sharing';
import { addBook, changeFacts, getLine, listShelf } from '@/server/access/shelf/shelf';
import { exportLine, openLine, saveLine, startLine } from '@/server/access/shelf/writing';
import { database } from '@/server/db/connection';
import { DAYS_IN_BIN, emptyOldBins } from '@/server/db/queries/bin';
import { putOnStand } from '@/server/db/queries/music';
import { bookLine } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';
import { problemIn, rightOf } from '../support/results';
import { played } from '../support/takes';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let world: World;
let other: World;
beforeEach(async () => {
  world = await makeWorld();
  other = await makeWorld();
});

const draft = async (title = 'A draft', viewer: Viewer = world.teacher) =>
  rightOf(await startLine(viewer, { title, instrument: 'flute' })).id;
const onShelf = async (viewer: Viewer = world.teacher) =>
  (await listShelf(viewer, {})).lines.map(({ id }) => id);
/** A table as it is stored, but for when something was changed. */
const stored = async (table: 'line' | 'book' | 'assignment') =>
  JSON.stringify((await sql`select * from ${sql.table(table)} order by id`.execute(database())).rows);
const emailOf = async ({ userId }: Viewer) =>
  (await database().selectFrom('user').select('email').where('id', '=', userId).executeTakeFirstOrThrow())
    .email;

describe('the bin', () => {
  test('a draft goes there, is found nowhere else, and comes back as it was', async () => {
    const lineId = await draft();
    const before = await stored('line');
    rightOf(await removeLine(world.teacher, lineId));
    expect(await onShelf()).not.toContain(lineId);
    for (const look of [
      () => openLine(world.teacher, lineId),
      () => getLine(world.teacher, lineId),
      () => exportLine(world.teacher, lineId, 'mid'),
      () => removeLine(world.teacher, lineId),
    ])
      await expect(look()).rejects.toThrow(NotFound);
    expect((await getBin(world.teacher)).lines.map(({ id }) => id)).toEqual([lineId]);
    expect((await getBin(other.teacher)).lines).toEqual([]);
    for (const deed of [bringBack, removeForGood])
      await expect(deed(other.teacher, { thing: 'line', id: lineId })).rejects.toThrow(NotFound);
    await bringBack(world.teacher, { thing: 'line', id: lineId });
    expect(await stored('line')).toBe(before);
  });

  test('a book goes there with its lines; what was given out stays', async () => {
    const { id: bookId } = rightOf(await addBook(world.teacher, 'Second book'));
    const lineId = rightOf(await startLine(world.teacher, { title: 'x', instrument: 'flute', bookId })).id;
    const before = [await stored('book'), await stored('line')];
    rightOf(await removeBook(world.teacher, bookId));
    expect(await onShelf()).not.toContain(lineId);
    expect((await getBin(world.teacher)).books).toMatchObject([{ id: bookId, lineCount: 1 }]);
    await expect(openLine(world.teacher, lineId)).rejects.toThrow(NotFound);
    await bringBack(world.teacher, { thing: 'book', id: bookId });
    expect([await stored('book'), await stored('line')]).toEqual(before);
    expect(problemIn(await removeBook(world.teacher, world.bookId))).toContain('given out (1 time)');
    expect(problemIn(await removeLine(world.teacher, world.lineId))).toContain('given out (1 time)');
  });

  test('for good by name, or after its time', async () => {
    const [first, second, third] = [await draft('a'), await draft('b'), await draft('c')];
    for (const id of [first, second, third]) rightOf(await removeLine(world.teacher, id));
    await removeForGood(world.teacher, { thing: 'line', id: first });
    await database()
      .updateTable('line')
      .set({ removed_at: sql<Date>`now() - make_interval(days => ${DAYS_IN_BIN + 1})` })
      .where('id', '=', second)
      .execute();
    await emptyOldBins();
    expect((await getBin(world.teacher)).lines.map(({ id }) => id)).toEqual([third]);
    // What is not in the bin is not removed by its id.
    await expect(removeForGood(world.teacher, { thing: 'line', id: world.lineId })).rejects.toThrow(NotFound);
  });

  test('what was taken back is given out again as it was', async () => {
    const before = await stored('assignment');
    await takeBack(world.teacher, world.assignmentId);
    expect(await listAssignmentsOfStudent(world.student)).toEqual([]);
    expect((await getBin(world.teacher)).takenBack.map(({ id }) => id)).toEqual([world.assignmentId]);
    await expect(giveAgain(other.teacher, world.assignmentId)).rejects.toThrow(NotFound);
    await giveAgain(world.teacher, world.assignmentId);
    expect(await stored('assignment')).toBe(before);
    expect((await listAssignmentsOfStudent(world.student)).map(({ id }) => id)).toEqual([world.assignmentId]);
  });

  test('a question that was settled by a slip stands again; a plan that was removed comes back', async () => {
    const question = {
      stage: (await getAssignmentToPlay(world.student, world.assignmentId)).stage.id,
      measure: 2,
    };
    rightOf(await askForHelp(world.student, world.assignmentId, question));
    const asked = async () => (await listQuestions(world.teacher)).map(({ measure }) => measure);
    const { userId } = world.student;
    await answerQuestions(world.teacher, world.assignmentId, userId);
    expect([
      await asked(),
      (await getGiven(world.teacher, world.assignmentId)).students[0]!.asksForHelp,
    ]).toEqual([[], []]);
    await expect(askQuestionsAgain(other.teacher, world.assignmentId, userId)).rejects.toThrow(NotFound);
    await askQuestionsAgain(world.teacher, world.assignmentId, userId);
    expect([
      await asked(),
      (await getGiven(world.teacher, world.assignmentId)).students[0]!.asksForHelp,
    ]).toEqual([[2], [2]]);

    rightOf(await savePlan(world.teacher, undefined, { ...READY_PLANS[0]!, name: 'Mine' }));
    const [plan] = await listPlans(world.teacher);
    await removePlan(world.teacher, plan!.id);
    expect(await listPlans(world.teacher)).toEqual([]);
    await expect(removePlan(world.teacher, plan!.id)).rejects.toThrow(NotFound);
    await expect(bringPlanBack(other.teacher, plan!.id)).rejects.toThrow(NotFound);
    rightOf(await bringPlanBack(world.teacher, plan!.id));
    expect(await listPlans(world.teacher)).toEqual([plan]);
    await removePlan(world.teacher, plan!.id);
    rightOf(await savePlan(world.teacher, undefined, { ...READY_PLANS[0]!, name: 'Mine' }));
    expect(problemIn(await bringPlanBack(world.teacher, plan!.id))).toContain('already');
  });

  test('a line goes into another book, to its end', async () => {
    const { id: bookId } = rightOf(await addBook(world.teacher, 'Second book'));
    const facts = { number: '9', page: '', level: '', token: '' };
    rightOf(await changeFacts(world.teacher, world.lineId, { ...facts, bookId }));
    expect(await getLine(world.teacher, world.lineId)).toMatchObject({ bookId, number: 9 });
    await expect(
      changeFacts(world.teacher, world.lineId, { ...facts, bookId: other.bookId }),
    ).rejects.toThrow(NotFound);
  });
});

describe('a shared book', () => {
  const share = async (mayEdit: boolean) =>
    rightOf(await shareBook(world.teacher, world.bookId, { email: await emailOf(other.teacher), mayEdit }));
  const facts = { number: '3', page: '', level: '', token: '' };

  test('is read and given out by whom it is shared with; drafts are not ready for that', async () => {
    const draftId = await draft();
    await share(false);
    expect(await onShelf(other.teacher)).toContain(world.lineId);
    expect(await onShelf(other.teacher)).not.toContain(draftId);
    expect(await getLine(other.teacher, world.lineId)).toMatchObject({ isEdited: false });
    const form = {
      lines: [{ lineId: world.lineId, startBpm: '60', goalBpm: '80' }],
      classes: [{ classId: other.classId, studentIds: [] }],
      dueOn: '2027-02-01',
    };
    const { ids } = rightOf(await assignMany(other.teacher, form));
    expect((await getAssignmentToPlay(other.student, ids[0]!)).line.title).toBe(bookLine(5).title);
    for (const change of [
      () => openLine(other.teacher, world.lineId),
      () => changeFacts(other.teacher, world.lineId, facts),
      () => removeLine(other.teacher, world.lineId),
      () => removeBook(other.teacher, world.bookId),
      () => shareBook(other.teacher, world.bookId, { email: 'x@mevlo.example' }),
      () => startLine(other.teacher, { title: 'x', instrument: 'flute', bookId: world.bookId }),
    ])
      await expect(change()).rejects.toThrow(NotFound);
    expect(await getBook(other.teacher, world.bookId)).toMatchObject({ isOwner: false, shares: [] });
  });

  test('is changed by whoever may, removed by its owner alone, and leaves the shelf when it is ended', async () => {
    await share(true);
    rightOf(await changeFacts(other.teacher, world.lineId, facts));
    const { document, revision } = await openLine(other.teacher, world.lineId);
    expect(await saveLine(other.teacher, world.lineId, { revision, document })).toMatchObject({
      kind: 'saved',
    });
    await expect(removeLine(other.teacher, world.lineId)).rejects.toThrow(NotFound);
    // Sharing again changes what may be done.
    await share(false);
    await expect(openLine(other.teacher, world.lineId)).rejects.toThrow(NotFound);
    await endSharing(other.teacher, world.bookId, other.teacher.userId);
    expect(await onShelf(other.teacher)).not.toContain(world.lineId);
    await expect(getLine(other.teacher, world.lineId)).rejects.toThrow(NotFound);
  });

  test.each([
    ['nobody@mevlo.example', 'No teacher signs in here'],
    ['no address', 'Type the address'],
  ])('with %s it is not shared', async (email, problem) => {
    expect(problemIn(await shareBook(world.teacher, world.bookId, { email }))).toContain(problem);
  });
});

describe('giving out', () => {
  const form = async () => {
    const { id: secondId } = rightOf(await createClass(world.teacher, 'Second'));
    const lineIds = [world.lineId];
    for (const number of [5, 6]) {
      const line = bookLine(number);
      const document = { score: { title: line.title, composer: undefined, parts: [line.part] }, derived: [] };
      const id = await draft(line.title);
      await putOnStand(id, document);
      lineIds.push(id);
    }
    return {
      lines: lineIds.map((lineId) => ({ lineId, startBpm: '60', goalBpm: '84' })),
      classes: [world.classId, secondId].map((classId) => ({ classId, studentIds: [] })),
      dueOn: '2027-02-01',
      word: 'Count aloud first.',
    };
  };

  test('several lines to several classes, with a word, and all of it back with one touch', async () => {
    const before = await stored('assignment');
    const { ids, batch } = rightOf(await assignMany(world.teacher, await form()));
    expect(ids).toHaveLength(6);
    const listed = await listAssignmentsOfStudent(world.student);
    expect(listed.filter(({ word }) => word === 'Count aloud first.')).toHaveLength(3);
    await expect(takeBackMany(other.teacher, batch)).rejects.toThrow(NotFound);
    expect(await takeBackMany(world.teacher, batch)).toBe(6);
    await expect(takeBackMany(world.teacher, batch)).rejects.toThrow(NotFound);
    const standing = await database()
      .selectFrom('assignment')
      .select('id')
      .where('withdrawn_at', 'is', null)
      .execute();
    expect(standing).toHaveLength((JSON.parse(before) as unknown[]).length);
  });

  test('all or nothing: one foreign class, one draft, one wrong tempo, and nothing goes out', async () => {
    const good = await form();
    const before = await stored('assignment');
    const foreign = { ...good, classes: [...good.classes, { classId: other.classId, studentIds: [] }] };
    await expect(assignMany(world.teacher, foreign)).rejects.toThrow(NotFound);
    const line = { lineId: await draft(), startBpm: '60', goalBpm: '80' };
    expect(problemIn(await assignMany(world.teacher, { ...good, lines: [...good.lines, line] }))).toContain(
      'still a draft',
    );
    const slow = { ...good.lines[0]!, goalBpm: '50' };
    expect(problemIn(await assignMany(world.teacher, { ...good, lines: [slow] }))).toContain('slower');
    expect(problemIn(await assignMany(world.teacher, { ...good, fromOn: '2027-03-01' }))).toContain(
      'first day',
    );
    expect(await stored('assignment')).toBe(before);
  });

  test('nobody has it on the list before its first day', async () => {
    const good = await form();
    const { ids } = rightOf(
      await assignMany(world.teacher, { ...good, fromOn: '2099-01-01', dueOn: '2099-02-01' }),
    );
    expect((await listAssignmentsOfStudent(world.student)).map(({ id }) => id)).toEqual([world.assignmentId]);
    await expect(getAssignmentToPlay(world.student, ids[0]!)).rejects.toThrow(NotFound);
    const change = { startBpm: '60', goalBpm: '84', dueOn: '2099-02-01', fromOn: '', keepsPlan: true };
    rightOf(await changeForAll(world.teacher, ids[0]!, change));
    expect((await listAssignmentsOfStudent(world.student)).map(({ id }) => id)).toContain(ids[0]);
  });

  test('what was given out is changed for everybody: days, tempos, plan and word', async () => {
    const change = {
      startBpm: '50',
      goalBpm: '72',
      dueOn: '2027-03-01',
      fromOn: '2026-11-01',
      word: 'Slower!',
      plan: 'Rhythm first',
    };
    rightOf(await changeForAll(world.teacher, world.assignmentId, change));
    expect(await getGiven(world.teacher, world.assignmentId)).toMatchObject({
      startBpm: 50,
      goalBpm: 72,
      dueOn: '2027-03-01',
      fromOn: '2026-11-01',
      word: 'Slower!',
      planName: 'Rhythm first',
    });
    rightOf(await changeForAll(world.teacher, world.assignmentId, { ...change, plan: '', keepsPlan: true }));
    expect((await getGiven(world.teacher, world.assignmentId)).planName).toBe('Rhythm first');
    rightOf(await changeForAll(world.teacher, world.assignmentId, { ...change, plan: '' }));
    expect((await getGiven(world.teacher, world.assignmentId)).planName).toBeUndefined();
    await expect(changeForAll(other.teacher, world.assignmentId, change)).rejects.toThrow(NotFound);
  });

  test('the same again, later', async () => {
    const { id } = rightOf(
      await copyAssignment(world.teacher, world.assignmentId, {
        classId: world.classId,
        dueOn: '2027-05-01',
      }),
    );
    expect(await getGiven(world.teacher, id)).toMatchObject({ dueOn: '2027-05-01', goalBpm: 88 });
  });

  test('lines that are not on the stand are not offered', async () => {
    const lines = await getLinesToGive(world.teacher, [world.lineId, await draft()], ['flute', 'tuba']);
    expect(lines.map(({ id }) => id)).toEqual([world.lineId]);
    expect(lines[0]!.readings.map(({ instrument, isToBeMade }) => [instrument, isToBeMade])).toEqual([
      ['flute', false],
      ['tuba', true],
    ]);
    await expect(getLinesToGive(other.teacher, [world.lineId], [])).rejects.toThrow(NotFound);
  });
});

describe('a line as its teacher plays it', () => {
  test('is heard by whoever reads that part, and is gone when the part is another one', async () => {
    const wav = await played(66, 1);
    expect(await keepOwnModel(world.teacher, world.lineId, 0, wav)).toBeUndefined();
    const hear = (viewer: Viewer) => getOwnModel(viewer, world.lineId, 0, 0, 100);
    expect((await hear(world.teacher)).length).toBe(wav.byteLength);
    expect((await hear(world.student)).length).toBe(wav.byteLength);
    for (const stranger of [other.teacher, other.student])
      await expect(hear(stranger)).rejects.toThrow(NotFound);
    await expect(keepOwnModel(other.teacher, world.lineId, 0, wav)).rejects.toThrow(NotFound);
    await expect(keepOwnModel(world.student, world.lineId, 0, wav)).rejects.toThrow(NotFound);
    expect(await keepOwnModel(world.teacher, world.lineId, 0, new Uint8Array(9))).toContain('not a WAV');
    const { partHash, lineId } = await getAssignmentToPlay(world.student, world.assignmentId);
    expect(await maybeOwnModelAt(lineId, partHash)).toMatchObject({
      place: 0,
      teacherName: world.teacher.name,
    });

    const { document, revision } = await openLine(world.teacher, world.lineId);
    const changed = { ...document, score: { ...document.score, title: 'Another title' } };
    await saveLine(world.teacher, world.lineId, { revision, document: changed });
    await putOnStand(world.lineId, changed);
    await expect(hear(world.student)).rejects.toThrow(NotFound);
    expect(await keepOwnModel(world.teacher, world.lineId, 0, wav)).toBeUndefined();
    expect(await database().selectFrom('own_model').select('line_id').execute()).toHaveLength(1);
    await takeOwnModelAway(world.teacher, world.lineId, 0);
    await expect(hear(world.student)).rejects.toThrow(NotFound);
  });
});
