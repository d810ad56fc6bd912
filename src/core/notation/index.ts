export { checkArithmetic, pickupGap, writtenLength } from './arithmetic';
export {
  ARTICULATIONS,
  type Articulation,
  type Clef,
  type Direction,
  type Line,
  type LineEvent,
  type Measure,
  type Note,
  type Part,
  type Rest,
  type TempoMark,
  type WrittenPitch,
} from './line';
export { type PerformedMeasure, performedOrder } from './performed-order';
export {
  measureOffset,
  type TimedMeasure,
  timedMeasures,
  type WrittenNote,
  writtenNotes,
} from './written-notes';
