import 'server-only';
import * as calendar from '@/core/calendar';
import { houseStyle } from '@/server/base/school-time';

/** A day as this school says it, seen from another. */
export const sayDay = (day: calendar.Day, today: calendar.Day): string =>
  calendar.sayDay(day, today, houseStyle().dayOrder);

export { houseStyle } from '@/server/base/school-time';
