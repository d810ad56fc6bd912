export { type HearingOptions, hear } from './hear';
export {
  type Heard,
  type HeardMoment,
  type HeardStrike,
  type HeardTone,
  LEVEL_STEP_SECONDS,
  LISTENING_VERSION,
  PITCH_STEP_SECONDS,
} from './heard';
export { Listener, type SeveralAtOnce } from './listener';
export { LONGEST_LOW_START_SECONDS } from './pitch-segments';
export {
  clarityOf,
  isOutOfDip,
  type Pluck,
  type SoundingEvent,
  type Stroke,
  type Tone,
} from './sounding-event';
export { beganBy, SAME_START_SECONDS, SURE_PLUCK } from './strings/ringing-strings';
export { areSustained } from './strings/sustained';
export { usualStrokeDb } from './strokes/usual-stroke';
export { DRUM_SOUNDS, type DrumSound } from './together/drum-sounds';
export { isHeld, isSaid, mostlySaid, phrasesOf, SPEECH_SECONDS } from './voices/speech';
