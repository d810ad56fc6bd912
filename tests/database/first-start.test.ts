import { isFirstStart, setUpFirstTeacher } from '@/server/access/sign-in';
import { closeDatabase, database } from '@/server/db/connection';
import { queue } from '@/server/jobs/queue';
import { makeWorld } from '../support/world';

jest.mock('next/headers', () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ set: () => undefined, get: () => undefined, getAll: () => [] }),
}));

afterAll(async () => {
  await (await queue()).stop({ graceful: false });
  await closeDatabase();
});

const form = { name: 'Ada Moor', email: 'ada.moor@mevlo.example', password: 'long-enough-1' };

test.each([
  [{ name: '' }, 'Type your name.'],
  [{ email: 'nowhere' }, 'Type your e-mail address.'],
  [{ password: 'short' }, 'A password has at least 10 characters.'],
])('%j is refused', async (changed, problem) => {
  expect(await setUpFirstTeacher({ ...form, ...changed })).toBe(problem);
});

test('once somebody is there, nobody can make themselves a teacher', async () => {
  await makeWorld();
  expect(await isFirstStart()).toBe(false);
  expect(await setUpFirstTeacher(form)).toBe('Somebody has set Mevlo up already. Sign in instead.');
  expect(await database().selectFrom('user').select('id').where('email', '=', form.email).execute()).toEqual(
    [],
  );
});
