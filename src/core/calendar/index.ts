export { type ClockTrust, lookAtClock } from './clock';
export { type Day, dayAfter, dayOf, daysFrom, mondayOf, sayDay } from './day';
