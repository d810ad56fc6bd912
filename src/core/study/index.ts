export { CONTENT_IDS, CONTENTS, type Content, contentName, contentsOf } from './contents';
export type { Finding } from './finding';
export { type GlossaryEntry, glossaryOf } from './glossary';
export { goalTempo } from './goal-tempo';
export { type Acquaintance, type HardSpot, type HardSpotKind, isHardSpot } from './hard-spots/hard-spot';
export { contentKey, rhythmKey } from './likeness';
export {
  difficultiesOf,
  type LookOver,
  lookOver,
  PATTERN_KINDS,
  type PatternKind,
  type Player,
} from './look-over';
export { withArticle } from './measure-words';
export { type MelodyNote, melodyOf } from './melody';
export { NAMINGS, type Naming, noteNames } from './names';
export { proposedClimb, type StartingTempo } from './starting-tempo';
export { maybeTriad, type Triad, triadName } from './triads';
export { rhythmDifficulty } from './tricky-rhythm';
export {
  type BeatPicture,
  type BeatPiece,
  type Worth,
  worthOfEvent,
  worthOfMeasure,
  worthOfMeter,
  worthsToKnow,
} from './worth';
