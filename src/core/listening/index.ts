export { SAME_START_SECONDS } from './frame-length';
export { TONE_ABOVE_NOISE_DB } from './frames';
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
export { Listener, type SeveralAtOnce } from './listener';
export { PARTING_DIP_DB } from './onsets/level-dips';
export { BRIDGED_SECONDS, LONGEST_UNSETTLED_SECONDS, LOW_START_ODD_DB } from './pitch-segments';
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
export { isHeld, isSaid, mostlySaid, PAUSE_SECONDS, phrasesOf, SPEECH_SECONDS } from './voices/speech';
