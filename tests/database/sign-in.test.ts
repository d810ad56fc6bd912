import { sql } from 'kysely';
import { endSession, signInStudent, signInTeacher } from '@/server/access/account/sign-in';
import { setArchived, setLeft } from '@/server/access/school/roster';
import { Busy, hashSecret, verifySecret } from '@/server/auth/secrets';
import { database } from '@/server/db/connection';
import { isInClass } from '@/server/db/queries/accounts';
import { listGuessedAt } from '@/server/db/queries/attempts';
import { requestOfChecks } from '../support/next-headers';
import { withOwnDatabase } from '../support/own-database';
import { problemIn } from '../support/results';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let world: World;
let email: string;
beforeAll(async () => {
  world = await makeWorld();
  email = await emailOf(world.teacher.userId);
});

const emailOf = async (id: string) =>
  (await database().selectFrom('user').select('email').where('id', '=', id).executeTakeFirstOrThrow()).email;

const sessions = async (userId: string) =>
  (
    await database()
      .selectFrom('session' as never)
      .selectAll()
      .where('userId' as never, '=', userId as never)
      .execute()
  ).length;

test('secrets are stored as hashes only', async () => {
  const rows = await database()
    .selectFrom('account')
    .select('password')
    .where('userId', 'in', [world.teacher.userId, world.student.userId])
    .execute();
  expect(rows).toHaveLength(2);
  for (const { password } of rows) {
    // Salt and hash in hexadecimal digits, among which a PIN may come up by chance.
    expect(password).toMatch(/^[0-9a-f]{32}:[0-9a-f]{128}$/);
  }
});

test('a teacher signs in with e-mail and password and gets a server-side session', async () => {
  expect(
    problemIn(await signInTeacher({ email: email.toUpperCase(), password: 'a-long-password' })),
  ).toBeUndefined();
  expect(await sessions(world.teacher.userId)).toBe(1);
});

test('a student signs in with class code, user name and PIN, in any case', async () => {
  expect(
    problemIn(
      await signInStudent({ classCode: world.classCode.toLowerCase(), userName: 'SAM', pin: '4711' }),
    ),
  ).toBeUndefined();
  expect(await sessions(world.student.userId)).toBe(1);
});

test.each([
  ['a wrong PIN', { pin: '0000' }],
  ['an unknown user', { userName: 'nobody' }],
  ['an unknown class', { classCode: 'NONE-222' }],
])('%s is refused with the same words', async (_, changed) => {
  const form = { classCode: world.classCode, userName: 'sam', pin: '4711', ...changed };
  expect(problemIn(await signInStudent(form))).toBe(
    'Class code, user name and PIN do not belong together. Check your sign-in card.',
  );
});

test('an empty form is answered kindly', async () => {
  expect(problemIn(await signInTeacher({}))).toBe('Type your e-mail address. Type your password.');
  expect(problemIn(await signInStudent({ classCode: '', userName: '', pin: '' }))).toBe(
    'Type the class code. Type your user name. Type your PIN.',
  );
});

/** As if the next request came from there; on a device that never was here, unless it is asked for. */
function comesFrom(address: string, device?: ReadonlyMap<string, string>): void {
  requestOfChecks.headers = { 'x-mevlo-from': address };
  requestOfChecks.cookies = new Map(device);
}
const asSam = ({ classCode }: World, pin: string) => signInStudent({ classCode, userName: 'sam', pin });
const TOO_MANY = 'Too many tries';
/** As if so many wrong tries had been made within the last minutes: each would take a tenth of a second. */
const wrongTries = (subject: string, count: number, source: (n: number) => string) =>
  database()
    .insertInto('attempt')
    .values(Array.from({ length: count }, (_, n) => ({ subject, source: `address ${source(n)}` })))
    .execute();
const manyAddresses = (n: number) => `198.51.100.${n}`;

test('guessing ends after eight tries, even with the right PIN, and for this account alone', async () => {
  const guessed = await makeWorld();
  comesFrom('192.0.2.1');
  for (let n = 0; n < 8; n++) expect(problemIn(await asSam(guessed, `${1000 + n}`))).not.toContain(TOO_MANY);
  expect(problemIn(await asSam(guessed, '4711'))).toContain(TOO_MANY);
  expect(problemIn(await asSam(world, '4711'))).toBeUndefined();
});

test('a stranger locks nobody out: not from elsewhere, and never from a device of one’s own', async () => {
  const own = await makeWorld();
  comesFrom('192.0.2.7');
  expect(problemIn(await asSam(own, '4711'))).toBeUndefined();
  const device = new Map(requestOfChecks.cookies);
  expect([...device.keys()]).toEqual(['mevlo-device']);
  // The stranger comes from the same address, then from many.
  comesFrom('192.0.2.7');
  for (let n = 0; n < 8; n++) expect(problemIn(await asSam(own, '9999'))).not.toContain(TOO_MANY);
  expect(problemIn(await asSam(own, '4711'))).toContain(TOO_MANY);
  comesFrom('192.0.2.8');
  expect(problemIn(await asSam(own, '4711'))).toBeUndefined();
  await wrongTries(`pin:${own.student.userId}`, 52, manyAddresses);
  comesFrom('192.0.2.9');
  expect(problemIn(await asSam(own, '4711'))).toContain(TOO_MANY);
  comesFrom('192.0.2.9', device);
  expect(problemIn(await asSam(own, '4711'))).toBeUndefined();
  // And the teacher is told.
  expect(await listGuessedAt(own.teacher.userId)).toMatchObject([{ id: own.student.userId }]);
  expect(await listGuessedAt(world.teacher.userId)).toEqual([]);
});

test('slips on one’s own device are forgotten when the right PIN came', async () => {
  const own = await makeWorld();
  comesFrom('192.0.2.20');
  for (let round = 0; round < 3; round++) {
    for (let n = 0; n < 3; n++) await asSam(own, '1111');
    expect(problemIn(await asSam(own, '4711'))).toBeUndefined();
  }
  expect(await listGuessedAt(own.teacher.userId)).toEqual([]);
});

test('a class is not guessed through by going from name to name', async () => {
  const own = await makeWorld();
  await wrongTries(`class:${own.classId}`, 119, () => '203.0.113.5');
  comesFrom('203.0.113.5');
  const asName = (userName: string) => signInStudent({ classCode: own.classCode, userName, pin: '111222' });
  expect(problemIn(await asName('name1'))).not.toContain(TOO_MANY);
  expect(problemIn(await asName('name2'))).toContain(TOO_MANY);
  // Nor from many addresses.
  await wrongTries(`class:${own.classId}`, 480, manyAddresses);
  comesFrom('203.0.113.6');
  expect(problemIn(await asName('name3'))).toContain(TOO_MANY);
});

test('a teacher is locked out by nobody, either', async () => {
  const own = await makeWorld();
  const address = await emailOf(own.teacher.userId);
  const signIn = (password: string) => signInTeacher({ email: address, password });
  comesFrom('192.0.2.30');
  expect(problemIn(await signIn('a-long-password'))).toBeUndefined();
  const device = new Map(requestOfChecks.cookies);
  await wrongTries(`password:${address}`, 60, manyAddresses);
  comesFrom('192.0.2.31');
  expect(problemIn(await signIn('a-long-password'))).toContain(TOO_MANY);
  comesFrom('192.0.2.31', device);
  expect(problemIn(await signIn('a-long-password'))).toBeUndefined();
});

test('students come in through their own form only', async () => {
  comesFrom('192.0.2.40');
  const student = await emailOf(world.student.userId);
  expect(problemIn(await signInTeacher({ email: student, password: '4711' }))).toContain(
    'do not belong together',
  );
});

test('an unknown class code costs nothing: no secret is looked at, nothing is stored', async () => {
  comesFrom('192.0.2.50');
  const before = await database().selectFrom('attempt').select('id').execute();
  const start = performance.now();
  for (let n = 0; n < 20; n++) await signInStudent({ classCode: `NONE-${n}`, userName: 'sam', pin: '4711' });
  const took = performance.now() - start;
  expect(await database().selectFrom('attempt').select('id').execute()).toHaveLength(before.length);
  const one = performance.now();
  await asSam(world, '0000');
  // One look at a secret is dearer than an unknown code by far.
  expect(took / 20).toBeLessThan(performance.now() - one);
});

test.each(['has left', 'is in a class that was put away'])(
  'who %s is out at once, and comes not in',
  async (how) => {
    const own = await makeWorld();
    comesFrom('192.0.2.60');
    await asSam(own, '4711');
    expect(await isInClass(own.student.userId)).toBe(true);
    if (how === 'has left') await setLeft(own.teacher, own.student.userId, true);
    else await setArchived(own.teacher, own.classId, true);
    expect(await sessions(own.student.userId)).toBe(0);
    expect(await isInClass(own.student.userId)).toBe(false);
    expect(problemIn(await asSam(own, '4711'))).toContain('do not belong together');
  },
);

test('at most two secrets are looked at at once', async () => {
  const hash = await hashSecret('a secret');
  let most = 0;
  let running = 0;
  const looked = Array.from({ length: 10 }, async () => {
    await verifySecret({ hash, password: 'a secret' });
    running++;
    most = Math.max(most, running);
    await new Promise((resolve) => setTimeout(resolve, 1));
    running--;
  });
  await Promise.all(looked);
  expect(most).toBeLessThanOrEqual(2);
  await expect(
    Promise.all(Array.from({ length: 80 }, () => verifySecret({ hash, password: 'another' }))),
  ).rejects.toThrow(Busy);
});

test('signing out without a session is harmless', async () => {
  await expect(endSession()).resolves.toBeUndefined();
});

// A school day and its evening on a device that others use as well; sixty days on one's own.
test.each([
  [{}, 14 / 24],
  [{ isOwnDevice: 'on' }, 60],
])('with %j a session ends after %s days', async (tick, days) => {
  const { student, classCode } = await makeWorld();
  expect((await signInStudent({ classCode, userName: 'sam', pin: '4711', ...tick })).ok).toBe(true);
  const { rows } = await sql<{ days: number }>`
    select extract(epoch from "expiresAt" - now()) / 86400 as days from "session" where "userId" = ${student.userId}`.execute(
    database(),
  );
  expect(rows).toHaveLength(1);
  expect(Number(rows[0]!.days)).toBeCloseTo(days, 2);
});
