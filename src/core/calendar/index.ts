export { type ClockTrust, lookAtClock } from './clock';
export { beginningOf, type Day, dayAfter, dayOf, daysFrom, mondayOf, sayDay, weekBegins } from './day';
export {
  DAY_ORDERS,
  type DayOrder,
  type HouseStyle,
  USUAL_HOUSE_STYLE,
  WEEK_STARTS,
  type WeekStart,
} from './house-style';
