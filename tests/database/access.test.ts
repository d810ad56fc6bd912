import { randomUUID } from 'node:crypto';
import { NotFound } from '@/server/access/account/viewer';
import { assign, listAssignmentsOfTeacher } from '@/server/access/practice/giving-out';
import { listAssignmentsOfStudent } from '@/server/access/practice/progress';
import { getTake, getTakeAudio, handIn } from '@/server/access/practice/takes';
import { getAssignmentToPlay } from '@/server/access/practice/to-play';
import { answerTake, listAnsweredTakes } from '@/server/access/review/answers';
import {
  addStudent,
  changeInstrument,
  createClass,
  getClass,
  listClasses,
} from '@/server/access/school/classes';
import { getLine, listShelf } from '@/server/access/shelf/shelf';
import { listTakesOfStudent } from '@/server/db/queries/takes';
import { checkTake } from '@/server/jobs/check-take';
import { withOwnDatabase } from '../support/own-database';
import { problemIn, rightOf } from '../support/results';
import { KEPT_EAR, played } from '../support/takes';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let mine: World;
let other: World;
let wav: Uint8Array<ArrayBuffer>;
const form = (world: World, id: string = randomUUID()) => ({
  id,
  assignmentId: world.assignmentId,
  askedBpm: '66',
  source: 'recorded',
});

beforeAll(async () => {
  wav = await played(66, 1, [{ kind: 'wrong', noteId: 'm2n2', semitones: 3 }]);
  mine = await makeWorld();
  other = await makeWorld();
});

describe('nobody reaches what is not theirs', () => {
  let takeId: string;
  beforeAll(async () => {
    const handedIn = await handIn(mine.student, form(mine), wav);
    takeId = handedIn.ok ? handedIn.takeId : '';
  });

  test.each<[string, () => Promise<unknown>]>([
    ['another teacher reads the class', () => getClass(other.teacher, mine.classId)],
    ['another teacher reads the line', () => getLine(other.teacher, mine.lineId)],
    ['another teacher hears the take', () => getTake(other.teacher, takeId)],
    ['another teacher gets the sound', () => getTakeAudio(other.teacher, takeId, 0, 100)],
    ['another teacher answers', () => answerTake(other.teacher, takeId, { answer: 'accepted', comment: '' })],
    [
      'another teacher adds a student',
      () => addStudent(other.teacher, mine.classId, { name: 'X', userName: 'x', pin: '1234' }),
    ],
    [
      'another teacher gives out to the class',
      () =>
        assign(other.teacher, {
          lineId: other.lineId,
          classId: mine.classId,
          startBpm: 60,
          goalBpm: 80,
          dueOn: '2027-01-01',
        }),
    ],
    [
      'another teacher gives out the line',
      () =>
        assign(other.teacher, {
          lineId: mine.lineId,
          classId: other.classId,
          startBpm: 60,
          goalBpm: 80,
          dueOn: '2027-01-01',
        }),
    ],
    ['another student hears the take', () => getTake(other.student, takeId)],
    ['another student gets the sound', () => getTakeAudio(other.student, takeId, 0, 100)],
    ['another student opens the stand', () => getAssignmentToPlay(other.student, mine.assignmentId)],
    ['another student hands in', () => handIn(other.student, form(mine), wav)],
    ['another student takes over the take', () => handIn(other.student, { ...form(other), id: takeId }, wav)],
    ['a student reads the class', () => getClass(mine.student, mine.classId)],
    ['a student reads the shelf', () => listShelf(mine.student, {})],
    ['a student lists classes', async () => listClasses(mine.student)],
    ['a student lists what was answered', async () => listAnsweredTakes(mine.student)],
    ['a student gives out', () => assign(mine.student, {})],
    ['a student answers', () => answerTake(mine.student, takeId, { answer: 'accepted', comment: '' })],
    [
      'another teacher changes an instrument',
      () =>
        changeInstrument(other.teacher, mine.classId, { studentId: mine.student.userId, instrument: 'tuba' }),
    ],
    ['a teacher hands in', () => handIn(mine.teacher, form(mine), wav)],
    ['anybody asks for nonsense', () => getTake(mine.teacher, 'not-an-id')],
  ])('%s', async (_, reach) => {
    await expect((async () => reach())()).rejects.toThrow(NotFound);
  });

  test('lists hold only one’s own', async () => {
    await answerTake(mine.teacher, takeId, { answer: 'accepted', comment: '' });
    expect((await listAnsweredTakes(mine.teacher)).map((take) => take.id)).toEqual([takeId]);
    expect(await listAnsweredTakes(other.teacher)).toEqual([]);
    expect((await listAssignmentsOfTeacher(other.teacher)).map((a) => a.id)).toEqual([other.assignmentId]);
    expect((await listAssignmentsOfStudent(mine.student)).map((a) => a.id)).toEqual([mine.assignmentId]);
  });
});

describe('a take', () => {
  test('is stored once however often it is handed in, checked, answered, and shown alike to both', async () => {
    const world = await makeWorld();
    const id = randomUUID();
    expect(await handIn(world.student, form(world, id), wav)).toEqual({ ok: true, takeId: id });
    expect(await handIn(world.student, form(world, id), wav)).toEqual({ ok: true, takeId: id });
    expect(await listTakesOfStudent(world.student.userId)).toHaveLength(1);
    await checkTake(id, KEPT_EAR);
    const [seen, heard] = await Promise.all([getTake(world.student, id), getTake(world.teacher, id)]);
    expect(seen.verdict).toEqual(heard.verdict);
    expect(seen.verdict!.measures.filter((m) => m.notesNeedWork).map((m) => m.number)).toEqual([2]);
    expect(
      problemIn(await answerTake(world.teacher, id, { answer: 'again', comment: ' Slower. ' })),
    ).toBeUndefined();
    expect(await getTake(world.student, id)).toMatchObject({
      answer: 'again',
      comment: 'Slower.',
      state: 'checked',
    });
    // The teacher's word stands beside the verdict and never over it.
    expect((await getTake(world.teacher, id)).verdict).toEqual(heard.verdict);
    await checkTake(id, KEPT_EAR);
    expect((await getTake(world.teacher, id)).answer).toBe('again');
    expect(problemIn(await answerTake(world.teacher, id, { answer: 'see-me', comment: '' }))).toBeUndefined();
    expect((await getTake(world.student, id)).answer).toBe('see-me');
  });

  test('is served in pieces that make up the whole', async () => {
    const world = await makeWorld();
    const id = randomUUID();
    await handIn(world.student, form(world, id), wav);
    const pieces = await Promise.all([
      getTakeAudio(world.student, id, 0, 1000),
      getTakeAudio(world.student, id, 1000, 5000),
    ]);
    expect(pieces[0]!.length).toBe(wav.length);
    expect(
      Buffer.compare(Buffer.concat(pieces.map((piece) => piece.bytes)), Buffer.from(wav.slice(0, 5000))),
    ).toBe(0);
    expect((await getTakeAudio(world.student, id, wav.length - 10, wav.length + 10)).bytes).toHaveLength(10);
  });

  test('that is no sound fails with a reason', async () => {
    const world = await makeWorld();
    const id = randomUUID();
    await handIn(
      world.student,
      { ...form(world, id), source: 'file' },
      new TextEncoder().encode('not a sound at all'),
    );
    await checkTake(id, KEPT_EAR);
    expect(await getTake(world.student, id)).toMatchObject({
      state: 'failed',
      failure: expect.stringContaining('could not be read'),
    });
  });

  test.each([
    ['empty', { audio: new Uint8Array(0) }, 400],
    ['without facts', { form: {} }, 400],
    ['at an absurd tempo', { form: { askedBpm: '9999' } }, 400],
  ])(
    'that is %s is refused',
    async (_, { audio, form: changed }: { audio?: Uint8Array; form?: object }, status) => {
      const facts = changed && Object.keys(changed).length === 0 ? {} : { ...form(mine), ...changed };
      expect(await handIn(mine.student, facts, audio ?? wav)).toMatchObject({ ok: false, status });
    },
  );

  test('climbs the ladder when every measure was right or the teacher accepts', async () => {
    const world = await makeWorld();
    const before = await getAssignmentToPlay(world.student, world.assignmentId);
    expect([before.ladder, before.nextBpm]).toEqual([[66, 72, 80, 88], 66]);
    const id = randomUUID();
    await handIn(world.student, form(world, id), wav);
    await checkTake(id, KEPT_EAR);
    expect((await getAssignmentToPlay(world.student, world.assignmentId)).nextBpm).toBe(66);
    await answerTake(world.teacher, id, { answer: 'accepted', comment: '' });
    expect(await getAssignmentToPlay(world.student, world.assignmentId)).toMatchObject({
      climbed: [66],
      nextBpm: 72,
    });
  });
});

describe('forms say what is wrong', () => {
  test.each([
    [{ startBpm: 90, goalBpm: 80 }, 'The goal tempo must not be slower than the start tempo.'],
    [{ startBpm: 19 }, 'A tempo is at least 20.'],
    [{ goalBpm: 400 }, 'A tempo is at most 208.'],
    [{ startBpm: 'fast' }, 'Type the tempo as a number.'],
    [{ dueOn: 'soon' }, 'Choose the day by which it is due.'],
  ])('assignment %j', async (changed, problem) => {
    const right = {
      lineId: mine.lineId,
      classId: mine.classId,
      startBpm: 60,
      goalBpm: 80,
      dueOn: '2027-01-01',
    };
    expect(problemIn(await assign(mine.teacher, { ...right, ...changed }))).toBe(problem);
  });

  test.each([
    [{ userName: 'Sam' }, '“sam” is taken in this class'],
    [{ userName: 'two words' }, 'no spaces'],
    [{ pin: '4711' }, 'A PIN has 6 digits'],
    [{ pin: 'new-password', name: 'New' }, 'knows the name'],
    [{ name: ' ' }, 'Type the student’s name.'],
  ])('student %j', async (changed, problem) => {
    expect(
      problemIn(
        await addStudent(mine.teacher, mine.classId, {
          name: 'New',
          userName: 'new',
          pin: '271828',
          ...changed,
        }),
      ),
    ).toContain(problem);
  });

  test('every problem is said, each with its field', async () => {
    const added = await addStudent(mine.teacher, mine.classId, { name: '', userName: 'two words', pin: '1' });
    expect(!added.ok && added.issues.map(({ where, message }) => [where, message])).toEqual([
      ['name', 'Type the student’s name.'],
      ['userName', 'A user name has letters a–z, digits, dots or dashes, and no spaces.'],
      ['pin', 'A PIN has 6 digits or more.'],
    ]);
  });

  test('a class needs a name and gets a code that is easy to read', async () => {
    expect(problemIn(await createClass(mine.teacher, '  '))).toEqual('Give the class a name.');
    const made = await createClass(mine.teacher, 'Wednesday');
    const { code } = await getClass(mine.teacher, rightOf(made).id);
    expect(code).toMatch(/^[A-HJ-NP-Z]{4}-[2-9]{3}$/);
  });
});
