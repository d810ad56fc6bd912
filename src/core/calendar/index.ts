export { type Day, dayAfter, dayOf, daysFrom, mondayOf, sayDay } from './day';
