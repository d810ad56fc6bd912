// Days as the school writes them, ending at the school's midnight.
import { dayOf, USUAL_HOUSE_STYLE } from '@/core/calendar';
import { NotFound } from '@/server/access/account/viewer';
import { changeHouseStyle } from '@/server/access/installation';
import { houseStyle, sayDay } from '@/server/access/school/dates';
import { setHouseStyle } from '@/server/base/school-time';
import { applyHouseStyle } from '@/server/db/queries/house-style';
import { withOwnDatabase } from '../support/own-database';
import { problemIn, rightOf } from '../support/results';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => setHouseStyle(USUAL_HOUSE_STYLE));

const form = { dayOrder: 'month-day', weekStart: 'sunday', timeZone: 'Pacific/Auckland' };

test('the head says how days are written; they end at the school’s midnight, and another process finds it', async () => {
  const other = await makeWorld();
  await expect(changeHouseStyle(other.teacher, form)).rejects.toThrow(NotFound);
  expect(problemIn(await changeHouseStyle(world.teacher, { ...form, timeZone: 'Nowhere/Atall' }))).toContain(
    'time zone',
  );
  rightOf(await changeHouseStyle(world.teacher, form));
  // Noon in UTC is the next day in Auckland, 13 hours ahead in November. Source: time zone database.
  const noon = Date.UTC(2026, 10, 5, 12);
  expect(dayOf(noon)).toBe('2026-11-06');
  expect(sayDay('2026-12-03', '2026-11-25')).toBe('Thu Dec 3');
  setHouseStyle(USUAL_HOUSE_STYLE);
  expect(sayDay('2026-12-03', '2026-11-25')).toBe('Thu 3 Dec');
  expect(await applyHouseStyle()).toEqual(form);
  expect(dayOf(noon)).toBe('2026-11-06');
  expect(houseStyle().weekStart).toBe('sunday');

  rightOf(await changeHouseStyle(world.teacher, { ...form, dayOrder: 'iso', timeZone: '' }));
  expect(sayDay('2026-12-03', '2026-11-25')).toBe('2026-12-03');
  expect(process.env.TZ).toBe(USUAL_ZONE);
});

const USUAL_ZONE = process.env.TZ;
