export { SAME_START_SECONDS } from './frame-length';

export { type HearingOptions, hear } from './hear';
export {
  type Heard,
  type HeardMoment,
  type HeardStrike,
  type HeardTone,
  LEAST_EVIDENCE,
  LEVEL_STEP_SECONDS,
  LISTENING_VERSION,
  PITCH_STEP_SECONDS,
} from './heard';
export { SILENCE_DB } from './levels';
export { Listener, type SeveralAtOnce } from './listener';
export { STARTING, VOICES } from './model/hearing';
export { BRIDGED_SECONDS, LONGEST_UNSETTLED_SECONDS } from './pitch-segments';
export {
  clarityOf,
  DOUBTFUL_START,
  isOutOfDip,
  LEAST_CLARITY_OF_ONE_TONE,
  type Pluck,
  type SoundingEvent,
  type Stroke,
  type Tone,
} from './sounding-event';
export { beganBy, CLEAR_PITCH_MARGIN, SURELY_PLUCKED } from './strings/ringing-strings';
export { areSustained } from './strings/sustained';
export { PLAYERS_RANGE_DB, usualStrokeDb } from './strokes/usual-stroke';
export { DRUM_SOUNDS, type DrumSound } from './together/drum-sounds';
export { SHORTEST_TONE_SECONDS } from './tones';
export { isHeld, isSaid, mostlySaid, phrasesOf, SPEECH_SECONDS } from './voices/speech';
