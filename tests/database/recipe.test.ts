// Lines made to a recipe, on a real database: what was learned, what goes wrong, a fresh one for everybody.

import { melodyOf } from '@/core/study';
import { NotFound } from '@/server/access/account/viewer';
import { takeBackMany } from '@/server/access/practice/giving-out';
import { getAssignmentToPlay } from '@/server/access/practice/to-play';
import { getLearned, getOftenWrong, giveFresh } from '@/server/access/shelf/recipe';
import { createStudent } from '@/server/auth/accounts';
import { database } from '@/server/db/connection';
import { bookLine } from '../support/lines';
import { withOwnDatabase } from '../support/own-database';
import { PLAIN_RECIPE } from '../support/recipes';
import { problemIn } from '../support/results';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let world: World;
let other: World;
beforeAll(async () => {
  world = await makeWorld();
  other = await makeWorld();
});

const fresh = (more: object = {}) => ({
  ...{ recipe: PLAIN_RECIPE, bookId: world.bookId, classId: world.classId, dueOn: '2027-01-31', bpm: 72 },
  ...more,
});
const lineCount = async () => (await database().selectFrom('line').select('id').execute()).length;

test('what was learned up to a page is what stands in the lines up to it, for the instrument', async () => {
  await database().updateTable('line').set({ page: 9 }).where('id', '=', world.lineId).execute();
  const asked = { bookId: world.bookId, page: 9, instrument: 'flute' };
  const learned = await getLearned(world.teacher, asked);
  if (!learned.ok) throw new Error(learned.issues[0]!.message);
  const midis = melodyOf(bookLine(5).part).map(({ midi }) => midi);
  expect(new Set(learned.value.pitches)).toEqual(new Set(midis));
  expect(problemIn(await getLearned(world.teacher, { ...asked, page: 8 }))).toMatch(/No line of Book/);
  expect(problemIn(await getLearned(world.teacher, { ...asked, page: 'x' }))).toMatch(/page/);
  await expect(getLearned(other.teacher, asked)).rejects.toThrow(NotFound);
  await expect(getLearned(world.student, asked)).rejects.toThrow(NotFound);
  // Nobody has handed in: nothing is missed.
  expect(await getOftenWrong(world.teacher, world.classId, 'flute')).toEqual({ rhythms: [], pitches: [] });
  await expect(getOftenWrong(other.teacher, world.classId, 'flute')).rejects.toThrow(NotFound);
});

test('everybody gets another line for the own instrument, and all of it is taken back with one touch', async () => {
  const second = await createStudent({
    ...{ name: 'Second', classId: world.classId, userName: 'second', pin: '471102', instrument: 'trumpet' },
  });
  const given = await giveFresh(world.teacher, fresh());
  if (!given.ok) throw new Error(given.issues[0]!.message);
  expect(given.value.ids).toHaveLength(2);
  const [first, last] = given.value.ids as [string, string];
  const viewers = [world.student, { ...world.student, userId: second }];
  const seen = await Promise.all(
    viewers.map(async (viewer) => {
      const mine = await Promise.allSettled([first, last].map((id) => getAssignmentToPlay(viewer, id)));
      const played = mine.flatMap((one) => (one.status === 'fulfilled' ? [one.value] : []));
      // The other one's is nobody else's.
      expect(played).toHaveLength(1);
      return played[0]!;
    }),
  );
  expect(seen.map(({ line }) => line.part.instrument)).toEqual(['flute', 'trumpet']);
  expect(seen[0]!.stage.name).toBe('Read it at sight');
  expect(seen[0]!.line.part.measures).toHaveLength(8);
  expect(await takeBackMany(world.teacher, given.value.batch)).toBe(2);
});

test('what cannot be made for somebody is said with the name, and nothing is stored', async () => {
  const before = await lineCount();
  const narrow = { ...PLAIN_RECIPE, values: ['eighth'], meter: '3/4', level: 1 };
  expect(problemIn(await giveFresh(world.teacher, fresh({ recipe: narrow })))).toMatch(
    /^For .*: These values/,
  );
  expect(problemIn(await giveFresh(world.teacher, fresh({ bpm: 'fast' })))).toMatch(/tempo/);
  for (const bad of [{ measures: 5 }, { level: 4 }, { values: ['breve'] }, { instrument: 'kazoo' }])
    expect((await giveFresh(world.teacher, fresh({ recipe: { ...PLAIN_RECIPE, ...bad } }))).ok).toBe(false);
  expect(await lineCount()).toBe(before);
  await expect(giveFresh(other.teacher, fresh())).rejects.toThrow(NotFound);
  await expect(giveFresh(world.teacher, fresh({ bookId: other.bookId }))).rejects.toThrow(NotFound);
});
