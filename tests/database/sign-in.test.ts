import { endSession, signInStudent, signInTeacher } from '@/server/access/account/sign-in';
import { database } from '@/server/db/connection';
import { withOwnDatabase } from '../support/own-database';
import { problemIn } from '../support/results';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let world: World;
let email: string;
beforeAll(async () => {
  world = await makeWorld();
  email = (
    await database()
      .selectFrom('user')
      .select('email')
      .where('id', '=', world.teacher.userId)
      .executeTakeFirstOrThrow()
  ).email;
});

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

test('guessing ends after eight tries, even with the right PIN, and for this account alone', async () => {
  const guessed = await makeWorld();
  for (let n = 0; n < 8; n++)
    await signInStudent({ classCode: guessed.classCode, userName: 'sam', pin: `${1000 + n}` });
  expect(
    problemIn(await signInStudent({ classCode: guessed.classCode, userName: 'sam', pin: '4711' })),
  ).toContain('Too many tries');
  expect(
    problemIn(await signInStudent({ classCode: world.classCode, userName: 'sam', pin: '4711' })),
  ).toBeUndefined();
});

test('signing out without a session is harmless', async () => {
  await expect(endSession()).resolves.toBeUndefined();
});
