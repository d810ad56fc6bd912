import { isFirstStart, setUpFirstTeacher } from '@/server/access/account/sign-in';
import { database } from '@/server/db/connection';
import { markDemo } from '@/server/db/queries/demo';
import { setupCode } from '@/server/db/queries/first-start';
import { whyNotThisData } from '@/server/db/queries/kind-of-data';
import { withOwnDatabase } from '../support/own-database';
import { problemIn } from '../support/results';
import { makeWorld } from '../support/world';

withOwnDatabase();

const form = { code: 'NONE', name: 'Ada Moor', email: 'ada.moor@mevlo.example', password: 'long-enough-1' };
const users = async () => (await database().selectFrom('user').select('email').execute()).length;

test.each([
  [{ name: '' }, 'Type your name.'],
  [{ email: 'nowhere' }, 'Type your e-mail address.'],
  [{ password: 'short' }, 'A password has at least 10 characters.'],
])('%j is refused', async (changed, problem) => {
  expect(problemIn(await setUpFirstTeacher({ ...form, ...changed }))).toBe(problem);
});

test('who has not the code that was printed makes no account', async () => {
  const code = await setupCode();
  expect(code).toMatch(/^[A-Z2-9]{4}-[A-Z2-9]{4}-[A-Z2-9]{4}$/);
  // Every process prints the same.
  expect(await setupCode()).toBe(code);
  for (const wrong of ['AAAA-AAAA-AAAA', `${code} `.slice(0, 5), ''])
    expect((await setUpFirstTeacher({ ...form, code: wrong })).ok).toBe(false);
  expect(await users()).toBe(0);
});

test('of twelve set-ups at the same moment one is let in', async () => {
  const code = await setupCode();
  const answers = await Promise.all(
    Array.from({ length: 12 }, (_, n) =>
      setUpFirstTeacher({ ...form, code: code!.toLowerCase(), email: `ada${n}@mevlo.example` }),
    ),
  );
  expect(answers.filter(({ ok }) => ok)).toHaveLength(1);
  expect(await users()).toBe(1);
  expect(await setupCode()).toBeUndefined();
  expect(await database().selectFrom('setting').select('name').execute()).toEqual([]);
});

test('once somebody is there, nobody can make themselves a teacher', async () => {
  await makeWorld();
  expect(await isFirstStart()).toBe(false);
  expect(problemIn(await setUpFirstTeacher(form))).toBe(
    'Somebody has set Mevlo up already. Sign in instead.',
  );
  expect(await database().selectFrom('user').select('id').where('email', '=', form.email).execute()).toEqual(
    [],
  );
});

test('made-up people and real ones never share a database', async () => {
  // Real people are in it by now.
  expect(await whyNotThisData(false)).toBeUndefined();
  expect(await whyNotThisData(true)).toContain('holds real people');
  await markDemo('begun');
  expect(await whyNotThisData(false)).toContain('MEVLO_DATA=');
  expect(await whyNotThisData(true)).toBeUndefined();
});
