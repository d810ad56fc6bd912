export { type HeadSign, headSigns } from './accidentals';
export { checkArithmetic, type MeasureFault, measureFaults, pickupGap, writtenLength } from './arithmetic';
export { type LoudnessPoint, loudnessAt, writtenLoudness } from './dynamics';
export { headsOf, isPitchedNote, spellingOf } from './heads';
export {
  ARTICULATIONS,
  type Articulation,
  type Clef,
  type Direction,
  DYNAMIC_MARKS,
  type Line,
  type LineEvent,
  type Measure,
  type Note,
  type Part,
  type Rest,
  type Score,
  type TempoMark,
  type Voice,
  type WrittenPitch,
} from './line';
export { newMeasure, newNote, newRest, restInstead } from './new';
export { type PerformedMeasure, performedOrder } from './performed-order';
export {
  eventsOfMeasure,
  leadLine,
  lineOfPart,
  partHasNotes,
  rhythmDifference,
  sharesRhythm,
  voiceCountOf,
  voicesOf,
} from './score';
export {
  endQuarters,
  measureOffset,
  repeatsPitch,
  type TimedMeasure,
  timedMeasures,
  type WrittenNote,
  writtenNotes,
} from './written-notes';
