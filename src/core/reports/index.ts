export { type DueDay, dueCalendar } from './calendar';
export { type PlanRow, planCsv } from './plan-csv';
