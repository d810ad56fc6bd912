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
  sliceOfBoard,
} from './board';
export { boardOf, pacesOf } from './board-of-class';
export {
  type DueDay,
  dueCalendar,
  type PracticeTimes,
  practiceCalendar,
  WEEKDAYS,
  type Weekday,
} from './calendar';
export {
  type ClassFacts,
  type ClassLine,
  type ClassPart,
  type ClassStudent,
  type ClassTake,
  maybeStanding,
  onLines,
  type StudentOnLine,
} from './class-facts';
export { PIN_DIGITS, whyGuessable } from './guessable';
export { decodeList, encodingOf, LIST_ENCODINGS, type ListEncoding } from './list-encoding';
export { type PlanRow, planCsv } from './plan-csv';
export { MOST_ROSTER_ROWS, type RosterRow, readRoster } from './roster-csv';
export { type MeasureOfClass, measuresOfClass, measuresOfTakes } from './shared-stumbles';
export { type TakeRecord, takesCsv } from './take-csv';
export {
  missedByMany,
  type OnLine,
  saySteps,
  WEEK_DAYS,
  type WeekOfTeachersClass,
  weekInWords,
  weekOf,
} from './week';
