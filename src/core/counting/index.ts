export {
  COUNT_IN_ENDINGS,
  COUNT_IN_MEASURES,
  type CountIn,
  type CountInClick,
  type CountInStyle,
  countIn,
  USUAL_COUNT_IN,
} from './count-in';
export { type CountLabel, countPart } from './count-part';
export {
  type CountedBeat,
  type CountedEvent,
  countedBeat,
  countedEvents,
  type Segment,
} from './counted-beat';
export { type Entry, type EntryKind, easilyMissedEntries } from './entries';
export { type CountingSchool, SCHOOL_IDS, type SchoolId } from './school';
export { STORED_COUNT_IN, STORED_STYLE } from './stored-style';
export { type CountingStyle, DENSITIES, type Density, SCHOOLS, schoolOf, USUAL_STYLE } from './style';
export { readWord, USUAL_WORDS, type Word, type WordList, writeWord } from './word-list';
