export {
  type BeatUnit,
  type BeatUnitName,
  beatUnit,
  COMPOUND_COUNTINGS,
  COUNTED_METERS,
  type CompoundCounting,
  clickQuarters,
  clicksPerMeasure,
  countedTempo,
  isCompound,
  isInThrees,
  type Meter,
  maybeBeatUnitLasting,
  measureLength,
  meter,
  quarterSeconds,
} from './meter';
export {
  maybeTuplet,
  maybeValueOfLength,
  maybeValuesOfLength,
  NOTE_BASES,
  type NoteBase,
  type NoteValue,
  TUPLETS,
  type Tuplet,
  valueLength,
} from './note-value';
export {
  add,
  compare,
  divide,
  equals,
  isInteger,
  leastCommonMultiple,
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
export { valueCode, valueOfCode } from './value-code';
export {
  measureHeading,
  measureName,
  noteName,
  sayMeasure,
  sayMeasures,
  valueName,
} from './value-name';
export { inWordsOf, VOCABULARIES, type Vocabulary, type Words, wordsOf } from './words';
