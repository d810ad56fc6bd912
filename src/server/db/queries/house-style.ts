import { z } from 'zod';
import { DAY_ORDERS, type HouseStyle, USUAL_HOUSE_STYLE, WEEK_STARTS } from '@/core/calendar';
import { setHouseStyle } from '@/server/base/school-time';
import { database } from '../connection';

const SETTING = 'house-style';
const stored = z.object({
  dayOrder: z.enum(DAY_ORDERS),
  weekStart: z.enum(WEEK_STARTS),
  timeZone: z.string().optional(),
});

/** Reads how the school writes days, and keeps to it in this process. */
export async function applyHouseStyle(): Promise<HouseStyle> {
  const row = await database()
    .selectFrom('setting')
    .select('value')
    .where('name', '=', SETTING)
    .executeTakeFirst();
  const read = row && stored.parse(JSON.parse(row.value));
  const style: HouseStyle = read ? { ...read, timeZone: read.timeZone } : USUAL_HOUSE_STYLE;
  setHouseStyle(style);
  return style;
}

/** Other processes find it within a minute. */
export async function storeHouseStyle(style: HouseStyle): Promise<void> {
  const value = JSON.stringify(style);
  await database()
    .insertInto('setting')
    .values({ name: SETTING, value })
    .onConflict((conflict) => conflict.column('name').doUpdateSet({ value }))
    .execute();
  setHouseStyle(style);
}
