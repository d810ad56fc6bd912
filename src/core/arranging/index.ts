export { instrumentsAbleToPlay } from './able';
export {
  type DerivedPart,
  type DocumentPart,
  derivedPart,
  type LineDocument,
  obstacles,
  partsOf,
} from './document';
export {
  fittingShifts,
  type MovedPart,
  type MoveOptions,
  measuresOutOfRange,
  movePart,
} from './move-part';
export { canRead, partFor, partToMake, type Reading, readingOf } from './reading';
