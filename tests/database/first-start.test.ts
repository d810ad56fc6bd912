import { isFirstStart, setUpFirstTeacher } from '@/server/access/account/sign-in';
import { database } from '@/server/db/connection';
import { withOwnDatabase } from '../support/own-database';
import { problemIn } from '../support/results';
import { makeWorld } from '../support/world';

withOwnDatabase();

const form = { name: 'Ada Moor', email: 'ada.moor@mevlo.example', password: 'long-enough-1' };

test.each([
  [{ name: '' }, 'Type your name.'],
  [{ email: 'nowhere' }, 'Type your e-mail address.'],
  [{ password: 'short' }, 'A password has at least 10 characters.'],
])('%j is refused', async (changed, problem) => {
  expect(problemIn(await setUpFirstTeacher({ ...form, ...changed }))).toBe(problem);
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
