export {
  arrangedBoard,
  BOARD_FILTERS,
  BOARD_SORTS,
  type Board,
  type BoardCell,
  type BoardFilter,
  type BoardRow,
  type BoardSort,
  type BoardState,
  boardCsv,
  IDLE_DAYS,
  isIdle,
  sayCell,
} from './board';
export { type DueDay, dueCalendar } from './calendar';
export { type PlanRow, planCsv } from './plan-csv';
export { type Bar, type PlayedPicture, playedPicture } from './played-picture';
export { MOST_ROSTER_ROWS, type RosterRow, readRoster } from './roster-csv';
export { type MeasureOfClass, measuresOfClass } from './shared-stumbles';
export { type TakeRecord, takesCsv } from './take-csv';
