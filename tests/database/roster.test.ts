import { randomUUID } from 'node:crypto';
import { unzipSync } from 'fflate';
import { sql } from 'kysely';
import { zipStream } from '@/app/_components/zip';
import { readPlayableLine } from '@/core/formats';
import { readWav } from '@/core/signal';
import { signInStudent } from '@/server/access/account/sign-in';
import { NotFound, type Viewer } from '@/server/access/account/viewer';
import { listAssignmentsOfStudent } from '@/server/access/practice/progress';
import { getTake, getTakeAudio, handIn, receivePiece } from '@/server/access/practice/takes';
import { askForHelp } from '@/server/access/practice/to-play';
import { answerTake } from '@/server/access/review/answers';
import { overruleMeasure } from '@/server/access/review/overrules';
import { pinWord } from '@/server/access/review/pins';
import { getQueue } from '@/server/access/review/queue';
import { addStudent, createClass, getClass, listClasses } from '@/server/access/school/classes';
import { getRecord } from '@/server/access/school/record';
import {
  changeKeeping,
  getRoster,
  listGoing,
  listRemovals,
  makeCards,
  moveStudent,
  noteConsent,
  previewList,
  removeStudent,
  setArchived,
  setLeft,
  takeInList,
} from '@/server/access/school/roster';
import { takeOutClass, takeOutStudent } from '@/server/access/school/taking-out';
import { database } from '@/server/db/connection';
import { removeOldRecordings } from '@/server/db/queries/removal';
import { checkTake } from '@/server/jobs/check-take';
import { requestCheck } from '@/server/jobs/queue';
import { withOwnDatabase } from '../support/own-database';
import { readQr } from '../support/qr';
import { problemIn, rightOf } from '../support/results';
import { KEPT_EAR, played } from '../support/takes';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let world: World;
beforeEach(async () => {
  world = await makeWorld();
});

async function playedTake(student: Viewer = world.student): Promise<string> {
  const id = randomUUID();
  const rating = { selfRating: { rhythm: 7 } };
  await handIn(
    student,
    { id, assignmentId: world.assignmentId, askedBpm: '66', source: 'recorded', ...rating },
    await played(66, 1),
  );
  await checkTake(id, KEPT_EAR);
  return id;
}
const signsIn = async (userName: string, pin: string) =>
  (await signInStudent({ classCode: world.classCode, userName, pin })).ok;
const names = async (classId: string) =>
  (await getClass(world.teacher, classId)).students.map(({ name }) => name);

test.each(['Smith, Jr.', '.hidden.', 'a..b', '李明'])(
  'whoever is called “%s” gets a user name that signs in',
  async (name) => {
    const rows = rightOf(await previewList(world.teacher, world.classId, `Name\n"${name}"`));
    const [card] = rightOf(await takeInList(world.teacher, world.classId, rows));
    expect(await signsIn(card!.userName, card!.pin)).toBe(true);
  },
);

// User names as teachers type them: all that the form takes.
test.each(['jr.', '.x', 'a..b', '-', '_', '...', 'x-.-y'])(
  'the user name “%s” signs in',
  async (userName) => {
    rightOf(await addStudent(world.teacher, world.classId, { name: 'Somebody', userName, pin: '271828' }));
    expect(await signsIn(userName, '271828')).toBe(true);
  },
);

test('a card’s QR code leads to the sign-in page with class and user name, and not with the PIN', async () => {
  const [card] = rightOf(
    await takeInList(world.teacher, world.classId, [
      { name: 'Mila Sorg', userName: 'mila', instrument: 'horn' },
    ]),
  );
  const address = new URL(readQr(card!.qr)!);
  expect([address.pathname, Object.fromEntries(address.searchParams)]).toEqual([
    '/sign-in',
    { class: world.classCode, user: 'mila' },
  ]);
  expect(address.href).not.toContain(card!.pin);
  expect(card!.instrument).toBe('Horn in F');
});

describe('a list of students', () => {
  test('is shown first, taken in as a whole, and its cards let everybody sign in', async () => {
    const read = await previewList(
      world.teacher,
      world.classId,
      'Name,Plays\nMila Sorg,Flute\nSam,Tuba\n,\n',
    );
    const rows = rightOf(read);
    expect(rows.map(({ userName, instrument }) => [userName, instrument])).toEqual([
      ['mila', 'flute'],
      // The class has a sam.
      ['sam2', 'tuba'],
    ]);
    expect(await names(world.classId)).toHaveLength(1);
    const made = await takeInList(world.teacher, world.classId, rows);
    const cards = rightOf(made);
    expect(await names(world.classId)).toEqual(expect.arrayContaining(['Mila Sorg', 'Sam']));
    expect(await signsIn('mila', cards[0]!.pin)).toBe(true);
    expect(await signsIn('sam2', cards[0]!.pin)).toBe(false);
  });

  test('that is longer than a class can be is said to be so, and nobody is lost on the way', async () => {
    const names = Array.from({ length: 201 }, (_, n) => `Name ${n}`).join('\n');
    expect(problemIn(await previewList(world.teacher, world.classId, names))).toContain('200');
  });

  test('with a user name that was taken meanwhile takes in nobody', async () => {
    const rows = [
      { name: 'Mila Sorg', userName: 'mila' },
      { name: 'Sam', userName: 'sam' },
    ];
    expect(problemIn(await takeInList(world.teacher, world.classId, rows))).toContain('sam');
    expect(await names(world.classId)).toHaveLength(1);
  });

  test('new cards end the old PIN', async () => {
    expect(await signsIn('sam', '4711')).toBe(true);
    const [card] = await makeCards(world.teacher, world.classId, [world.student.userId]);
    expect(await signsIn('sam', '4711')).toBe(false);
    expect(await signsIn('sam', card!.pin)).toBe(true);
  });
});

test('who leaves is nowhere any more and can come back with everything', async () => {
  await playedTake();
  await setLeft(world.teacher, world.student.userId, true);
  expect(await names(world.classId)).toEqual([]);
  expect(await getQueue(world.teacher)).toEqual([]);
  expect(await listAssignmentsOfStudent(world.student)).toEqual([]);
  expect(await signsIn('sam', '4711')).toBe(false);
  expect((await getRoster(world.teacher, world.classId)).students).toMatchObject([
    { leftAt: expect.any(Date) },
  ]);
  await setLeft(world.teacher, world.student.userId, false);
  expect(await signsIn('sam', '4711')).toBe(true);
  expect(await getQueue(world.teacher)).toHaveLength(1);
});

test('a class that is put away is out of the way, and comes back', async () => {
  await playedTake();
  await setArchived(world.teacher, world.classId, true);
  expect(await listClasses(world.teacher)).toEqual([]);
  expect(await getQueue(world.teacher)).toEqual([]);
  expect(await signsIn('sam', '4711')).toBe(false);
  await setArchived(world.teacher, world.classId, false);
  expect(await listClasses(world.teacher)).toHaveLength(1);
  expect(await signsIn('sam', '4711')).toBe(true);
});

test('a student moves with the takes and signs in with the new class code', async () => {
  const takeId = await playedTake();
  const made = await createClass(world.teacher, 'Another');
  const other = rightOf(made).id;
  expect(problemIn(await moveStudent(world.teacher, world.student.userId, other))).toBeUndefined();
  expect(await names(other)).toHaveLength(1);
  expect(await signsIn('sam', '4711')).toBe(false);
  const { code } = await getClass(world.teacher, other);
  expect(problemIn(await signInStudent({ classCode: code, userName: 'sam', pin: '4711' }))).toBeUndefined();
  expect(await getTake(world.student, takeId)).toMatchObject({ id: takeId });
  // The old class may have another one of that name now.
  const rows = [{ name: 'Sam Two', userName: 'sam' }];
  expect(await takeInList(world.teacher, world.classId, rows)).toMatchObject({ ok: true });
  expect(problemIn(await moveStudent(world.teacher, world.student.userId, world.classId))).toContain('sam');
});

test('nobody else’s teacher, and no student, touches a roster or takes anything out', async () => {
  const other = await makeWorld();
  const { userId } = world.student;
  for (const stranger of [other.teacher, other.student, world.student]) {
    for (const attempt of [
      () => getRoster(stranger, world.classId),
      () => previewList(stranger, world.classId, 'Name\nX'),
      () => takeInList(stranger, world.classId, []),
      () => makeCards(stranger, world.classId, [userId]),
      () => moveStudent(stranger, userId, other.classId),
      () => setLeft(stranger, userId, true),
      () => setArchived(stranger, world.classId, true),
      () => noteConsent(stranger, userId, 'given'),
      () => removeStudent(stranger, userId, world.student.name),
      () => changeKeeping(stranger, world.classId, '30'),
      () => takeOutClass(stranger, world.classId),
    ])
      await expect(attempt()).rejects.toThrow(NotFound);
  }
  for (const stranger of [other.teacher, other.student]) {
    await expect(takeOutStudent(stranger, userId)).rejects.toThrow(NotFound);
    await expect(getRecord(stranger, userId)).rejects.toThrow(NotFound);
  }
  await expect(moveStudent(world.teacher, userId, other.classId)).rejects.toThrow(NotFound);
});

/** Every file of an archive by its path. */
async function unpacked(archive: Awaited<ReturnType<typeof takeOutStudent>>) {
  return unzipSync(new Uint8Array(await new Response(zipStream(archive)).arrayBuffer()));
}
const textOf = (bytes: Uint8Array | undefined) => Buffer.from(bytes ?? []).toString('utf8');

test('everything of a student comes out as open files that other programs read', async () => {
  const takeId = await playedTake();
  await answerTake(world.teacher, takeId, { answer: 'again', comment: 'Slower, please.' });
  await noteConsent(world.teacher, world.student.userId, 'given');
  for (const viewer of [world.teacher, world.student]) {
    const files = await unpacked(await takeOutStudent(viewer, world.student.userId));
    const paths = Object.keys(files);
    expect(paths).toEqual(expect.arrayContaining(['read-me.txt', 'student.json', 'takes.csv']));
    const known = JSON.parse(textOf(files['student.json']));
    expect(known).toMatchObject({
      name: world.student.name,
      consent: 'given',
      takes: [{ id: takeId, answer: 'again', comment: 'Slower, please.', selfRating: { rhythm: 7 } }],
    });
    const sound = readWav(files[known.takes[0].recording]!);
    expect(sound.ok && sound.value.sampleRate).toBe(16000);
    expect(Buffer.from(files[known.takes[0].recording]!).equals(Buffer.from(await played(66, 1)))).toBe(true);
    const music = paths.find((path) => path.endsWith('.musicxml'));
    expect(readPlayableLine(files[music!]!)).toMatchObject({ ok: true });
    expect(textOf(files['takes.csv'])).toContain('Slower, please.');
  }
  const ofClass = Object.keys(await unpacked(await takeOutClass(world.teacher, world.classId)));
  expect(ofClass).toContain('class.json');
  expect(ofClass.filter((path) => path.endsWith('student.json'))).toHaveLength(1);
});

test('a student who is removed leaves nothing behind in any table, and everybody else stays', async () => {
  const takeId = await playedTake();
  const waitingId = randomUUID();
  await answerTake(world.teacher, takeId, { answer: 'accepted', comment: 'Lovely.' });
  await overruleMeasure(world.teacher, takeId, { measureIndex: 0, quality: 'notes', word: 'not-right' });
  await pinWord(world.teacher, takeId, { measureIndex: 1, words: 'Breathe before this.' });
  await askForHelp(world.student, world.assignmentId, { stage: 'line/expression', measure: 2 });
  await receivePiece(world.student, { id: waitingId, from: 0 }, new Uint8Array(100));
  await requestCheck(takeId);
  await signsIn('sam', 'wrong');
  const made = await takeInList(world.teacher, world.classId, [{ name: 'Mila Sorg', userName: 'mila' }]);
  const traces = [world.student.userId, world.student.name, takeId, waitingId, `sam.${world.classId}`];
  const before = await tablesWith(traces);
  expect(before).toEqual(
    expect.arrayContaining([
      'public.user',
      'public.account',
      'public.class_student',
      'public.take',
      'public.take_check',
      'public.take_answer',
      'public.take_overrule',
      'public.take_pin',
      'public.take_piece',
      'public.stage_word',
      'public.attempt',
      'pgboss.job',
    ]),
  );

  const refused = await removeStudent(world.teacher, world.student.userId, 'somebody');
  expect(problemIn(refused)).toContain(world.student.name);
  expect(await tablesWith(traces)).toEqual(before);
  expect(
    problemIn(await removeStudent(world.teacher, world.student.userId, world.student.name)),
  ).toBeUndefined();
  expect(await tablesWith(traces)).toEqual([]);
  expect(await listRemovals(world.teacher)).toMatchObject([
    { className: 'Class', kind: 'student', reason: 'asked', takeCount: 1 },
  ]);
  expect(await names(world.classId)).toEqual(['Mila Sorg']);
  expect(await signsIn('mila', rightOf(made)[0]!.pin)).toBe(true);
});

/** Tables of any schema in which a row says one of some words, whatever its column. */
async function tablesWith(words: readonly string[]): Promise<string[]> {
  const { rows } = await sql<{ schema: string; name: string }>`
    select table_schema as schema, table_name as name from information_schema.tables
    where table_type = 'BASE TABLE' and table_schema not in ('pg_catalog', 'information_schema')
    order by 1, 2`.execute(database());
  const found: string[] = [];
  for (const { schema, name } of rows) {
    const hit = await sql<{ hit: boolean }>`
      select exists (select from ${sql.table(`${schema}.${name}`)} t where ${sql.join(
        words.map((word) => sql`strpos(t::text, ${word}) > 0`),
        sql` or `,
      )}) as hit`.execute(database());
    if (hit.rows[0]!.hit) found.push(`${schema}.${name}`);
  }
  return found;
}

describe('recordings that were kept long enough', () => {
  /** As if it all had happened so many days earlier. */
  const age = (takeId: string, takeDays: number, decidedDays: number) =>
    database()
      .transaction()
      .execute(async (db) => {
        await db
          .updateTable('take')
          .set({ handed_in_at: sql`now() - make_interval(days => ${takeDays})` })
          .where('id', '=', takeId)
          .execute();
        await db
          .updateTable('class')
          .set({ keep_days_since: sql`now() - make_interval(days => ${decidedDays})` })
          .where('id', '=', world.classId)
          .execute();
      });

  test('go after a warning; what was judged and answered stays', async () => {
    const takeId = await playedTake();
    expect(problemIn(await changeKeeping(world.teacher, world.classId, '7'))).toContain('14');
    expect(problemIn(await changeKeeping(world.teacher, world.classId, '30'))).toBeUndefined();
    await age(takeId, 200, 1);
    await removeOldRecordings();
    // Older than that, but the warning has not stood for a fortnight.
    expect(await listGoing(world.teacher)).toMatchObject([{ takeCount: 1, keepDays: 30 }]);
    expect(await getTakeAudio(world.student, takeId, 0, 10)).toBeDefined();
    await age(takeId, 200, 15);
    await removeOldRecordings();
    await expect(getTakeAudio(world.student, takeId, 0, 10)).rejects.toThrow(NotFound);
    expect(await getTake(world.student, takeId)).toMatchObject({
      verdict: { state: 'judged' },
      audioRemovedAt: expect.any(Date),
    });
    expect(await listGoing(world.teacher)).toEqual([]);
    expect(await listRemovals(world.teacher)).toMatchObject([
      { kind: 'recordings', reason: 'kept-long-enough', takeCount: 1 },
    ]);
    const files = await unpacked(await takeOutStudent(world.teacher, world.student.userId));
    expect(Object.keys(files).filter((path) => path.startsWith('recordings/'))).toEqual([]);
  });

  test('are not warned of before their time, and never go where nothing was decided', async () => {
    const takeId = await playedTake();
    expect(problemIn(await changeKeeping(world.teacher, world.classId, ''))).toBeUndefined();
    await age(takeId, 4000, 4000);
    await removeOldRecordings();
    expect(await getTakeAudio(world.student, takeId, 0, 10)).toBeDefined();
    await changeKeeping(world.teacher, world.classId, '60');
    await age(takeId, 20, 30);
    expect(await listGoing(world.teacher)).toEqual([]);
  });
});
