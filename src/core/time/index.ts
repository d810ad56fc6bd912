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
export {
  maybeValueOfLength,
  maybeValuesOfLength,
  NOTE_BASES,
  type NoteBase,
  type NoteValue,
  valueLength,
} from './note-value';
export {
  add,
  compare,
  divide,
  equals,
  isInteger,
  maximum,
  minimum,
  multiply,
  type Rational,
  rational,
  subtract,
  sum,
  toMixedNumber,
  toNumber,
  ZERO,
} from './rational';
export { maybeRestValues, maybeTiedValues } from './split';
export {
  measureName,
  sayMeasure,
  sayMeasures,
  VOCABULARIES,
  type Vocabulary,
  valueName,
} from './value-name';
