export { apply, type Command, DRUMS_OF_DIGITS, isKit, withoutEmptyEnd } from './command';
export {
  blankScore,
  type Desk,
  eventsAt,
  maybeSelection,
  openDesk,
  type Position,
  partOf,
  targets,
} from './desk';
export { type History, perform, redo, startHistory, undo } from './history';
export { KEY_GROUPS, KEY_MAP, type KeyEntry, maybeKeyEntry } from './key-map';
export { type Mend, maybeMeasureInWork, mendsOf, openFaults } from './mend';
export { spellingOnStaff } from './pitch-entry';
export { SAYABLE, understand } from './say';
