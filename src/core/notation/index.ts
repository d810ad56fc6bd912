export { type HeadSign, headSigns, withCourtesiesOnly } from './accidentals';
export { checkArithmetic, type MeasureFault, measureFaults, pickupGap } from './arithmetic';
export {
  CHORD_KINDS,
  type ChordKind,
  type ChordSymbol,
  chordSymbolLetters,
  chordSymbolText,
  maybeChordSymbol,
} from './chord-symbol';
export {
  DRUM_IDS,
  type Drum,
  type DrumId,
  drumById,
  maybeDrum,
  maybeDrumOfKey,
  type Stroke,
  strokeOf,
} from './drums';
export { type LoudnessPoint, loudnessAt, writtenLoudness } from './dynamics';
export { graceId, headsOf, isPitchedNote, spellingOf } from './heads';
export {
  type Jump,
  LANDMARK_WORDS,
  LANDMARKS,
  type Landmark,
  maybeJump,
  maybeLandmark,
  sayJump,
} from './jump';
export {
  ARTICULATIONS,
  type Articulation,
  type Bowing,
  type Clef,
  type Direction,
  type DrumHead,
  DYNAMIC_MARKS,
  type Line,
  type LineEvent,
  type Measure,
  MOST_GRACES,
  type Note,
  ORNAMENTS,
  type Ornament,
  type Part,
  type Rest,
  type Score,
  type TempoMark,
  type Voice,
  type WrittenPitch,
} from './line';
export { lineOfVoice } from './line-of-voice';
export { newMeasure, newNote, newRest, restInstead } from './new';
export { type OctaveSpan, octaveSpans, printedOctaves } from './octave-lines';
export { openingMeasureCount } from './opening';
export { type PerformedMeasure, performedOrder } from './performed-order';
export { type PlacedEvent, placedEvents } from './placed-events';
export { readName } from './read-name';
export {
  eventsOfMeasure,
  leadLine,
  lineOfPart,
  lineWithOthers,
  measuresDifference,
  partHasNotes,
  sharesRhythm,
  voiceCountOf,
  voicesOf,
} from './score';
export { beginsLate, withPrintedNumbers } from './short-measures';
export { drawnIndex, isRepeatSign, isSame, restRunFrom, SHORTHANDS, withTrueShorthand } from './shorthand';
export { asksForSwing, hasSwing, type Swing, swingOf } from './swing';
export { maybeStrings, maybeTabStrings, stopsOfNote } from './tablature';
export { beatsPerMinute, printedTempo } from './tempo-mark';
export { endsOfDashes, leavesTempo, type TempoSpan, tempoSpans } from './tempo-spans';
export { maybeTempoWord, openingTempoWord } from './tempo-words';
export { type TimedMeasure, timedMeasures } from './timed-measures';
export { tonalityOf } from './tonality-of';
export { type TupletGroup, tupletGroups } from './tuplet-groups';
export { maybeVoice, type VoiceName, voiceHasNotes, voiceNames } from './voice-names';
export { writtenLength } from './written-length';
export {
  type AskedSound,
  endQuarters,
  measureOffset,
  repeatsPitch,
  type WrittenNote,
  writtenNotes,
} from './written-notes';
export { writtenVoices } from './written-voices';
