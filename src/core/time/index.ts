export {
  type BeatUnit,
  type BeatUnitName,
  beatUnit,
  clicksPerMeasure,
  isCompound,
  type Meter,
  measureLength,
  meter,
  quarterSeconds,
} from './meter';
export { maybeValueOfLength, NOTE_BASES, type NoteBase, type NoteValue, valueLength } from './note-value';
export {
  add,
  compare,
  divide,
  equals,
  isInteger,
  multiply,
  type Rational,
  rational,
  subtract,
  sum,
  toMixedNumber,
  toNumber,
  ZERO,
} from './rational';
