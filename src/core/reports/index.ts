export { type DueDay, dueCalendar } from './calendar';
export { type PlanRow, planCsv } from './plan-csv';
export { MOST_ROSTER_ROWS, type RosterRow, readRoster } from './roster-csv';
export { type TakeRecord, takesCsv } from './take-csv';
