import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { getOwnAccount, removeOwnAccount } from '@/server/access/account/account';
import { listGone } from '@/server/access/account/gone';
import { signInStudent } from '@/server/access/account/sign-in';
import { NotFound } from '@/server/access/account/viewer';
import { getTakeAudio, handIn, receivePiece } from '@/server/access/practice/takes';
import { answerTake } from '@/server/access/review/answers';
import { pinWord } from '@/server/access/review/pins';
import { keepVoice } from '@/server/access/review/voices';
import { listRemovals, removeClass, removeStudent } from '@/server/access/school/roster';
import { createStudent } from '@/server/auth/accounts';
import { database } from '@/server/db/connection';
import { rememberDevice } from '@/server/db/queries/devices';
import { requestFinish } from '@/server/jobs/queue';
import { withOwnDatabase } from '../support/own-database';
import { problemIn } from '../support/results';
import { handInAndCheck, played } from '../support/takes';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

const NAME = 'Quintessa Zabriskie';

/** A student who has left traces everywhere. @returns everything by which somebody could be known again. */
async function withTraces(world: World): Promise<{ readonly id: string; readonly marks: readonly string[] }> {
  const userName = `quint${randomUUID().slice(0, 6)}`;
  const id = await createStudent({
    ...{ name: NAME, classId: world.classId, userName, pin: '271828', instrument: 'flute' },
  });
  const student = { userId: id, name: NAME, role: 'student' } as const;
  const takeId = await handInAndCheck(
    student,
    { assignmentId: world.assignmentId, askedBpm: '88' },
    await played(88, 1),
  );
  const waiting = randomUUID();
  await handIn(
    student,
    { id: waiting, assignmentId: world.assignmentId, askedBpm: '88', source: 'recorded' },
    await played(88, 2),
  );
  const half = randomUUID();
  await receivePiece(student, { id: half, from: '0' }, new Uint8Array(50));
  await requestFinish(takeId);
  await answerTake(world.teacher, takeId, { answer: 'again', comment: 'Zabriskie, once more' });
  await pinWord(world.teacher, takeId, { measureIndex: '1', words: 'here, Quintessa' });
  await keepVoice(world.teacher, takeId, 'spoken', await played(88, 1));
  await signInStudent({ classCode: world.classCode, userName, pin: '000001' });
  await signInStudent({ classCode: world.classCode, userName, pin: '271828' });
  await rememberDevice('a'.repeat(64), id);
  return { id, marks: [id, userName, takeId, waiting, half, 'Zabriskie', 'Quintessa'] };
}

/** Tables in which any of the marks stands, whatever the table is for. */
async function found(marks: readonly string[]): Promise<string[]> {
  const { rows } = await sql<{ name: string }>`
    select format('%I.%I', table_schema, table_name) as name from information_schema.tables
    where table_schema in ('public', 'pgboss') and table_type = 'BASE TABLE'`.execute(database());
  const where: string[] = [];
  for (const { name } of rows) {
    const hits = await sql<{ count: number }>`
      select count(*)::int as count from ${sql.raw(name)} t
      where ${sql.join(
        marks.map((mark) => sql`position(${mark} in t::text) > 0`),
        sql` or `,
      )}`.execute(database());
    if (hits.rows[0]!.count > 0) where.push(name);
  }
  return where;
}

test('after a student is removed nothing of the child is found, in whatever table', async () => {
  const world = await makeWorld();
  const { id, marks } = await withTraces(world);
  const before = await found(marks);
  // The search would find it.
  expect(before).toEqual(
    expect.arrayContaining([
      'public."user"',
      'public.take',
      'public.take_piece',
      'public.attempt',
      'pgboss.job',
    ]),
  );
  expect(before.length).toBeGreaterThan(10);
  expect(problemIn(await removeStudent(world.teacher, id, NAME))).toBeUndefined();
  expect(await found(marks)).toEqual([]);
  // Devices are told when they ask.
  expect(await listGone({ ids: [id, world.student.userId] })).toEqual([id]);
  expect(await listRemovals(world.teacher)).toMatchObject([{ kind: 'student', takeCount: 2 }]);
});

test('a class goes with everybody in it; who helps in it may not', async () => {
  const world = await makeWorld();
  const other = await makeWorld();
  const { marks } = await withTraces(world);
  await expect(removeClass(other.teacher, world.classId, 'Class')).rejects.toThrow(NotFound);
  expect(problemIn(await removeClass(world.teacher, world.classId, 'class'))).toContain('Type “Class”');
  expect((await found(marks)).length).toBeGreaterThan(10);
  expect(problemIn(await removeClass(world.teacher, world.classId, 'Class'))).toBeUndefined();
  expect(await found([...marks, world.classId, world.student.userId])).toEqual([]);
  expect(await listRemovals(world.teacher)).toMatchObject([
    { kind: 'class', className: 'Class', takeCount: 2 },
  ]);
  // The line is the teacher's, and stays.
  expect(await found([world.lineId])).not.toEqual([]);
  expect(await found([other.student.userId])).not.toEqual([]);
});

test('an account goes with everything of it, for its owner with the password alone', async () => {
  const world = await makeWorld();
  const { marks } = await withTraces(world);
  const { email, classes } = await getOwnAccount(world.teacher);
  expect(classes).toEqual(['Class']);
  const remove = (form: object) => removeOwnAccount(world.teacher, form);
  expect(problemIn(await remove({ email: 'x', password: 'a-long-password' }))).toContain('Type “');
  expect(problemIn(await remove({ email, password: 'not-it' }))).toBe('This is not your password.');
  await expect(removeOwnAccount(world.student, { email, password: '4711' })).rejects.toThrow(NotFound);
  expect(
    problemIn(await remove({ email: email.toUpperCase(), password: 'a-long-password' })),
  ).toBeUndefined();
  const { teacher, student, classId, lineId, bookId } = world;
  expect(await found([...marks, teacher.userId, student.userId, classId, lineId, bookId])).toEqual([]);
});

test('a recording that was listened to is not heard after it was removed', async () => {
  const world = await makeWorld();
  const takeId = await handInAndCheck(
    world.student,
    { assignmentId: world.assignmentId, askedBpm: '88' },
    await played(88, 1),
  );
  expect((await getTakeAudio(world.teacher, takeId, 0, 10)).length).toBeGreaterThan(100);
  await database().updateTable('take').set({ audio: null }).where('id', '=', takeId).execute();
  await expect(getTakeAudio(world.teacher, takeId, 0, 10)).rejects.toThrow(NotFound);
});
