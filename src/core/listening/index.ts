export { hear } from './hear';
export {
  type Heard,
  type HeardNote,
  type HeardPluck,
  type HeardStrike,
  LEVEL_STEP_SECONDS,
  LISTENING_VERSION,
  PITCH_STEP_SECONDS,
} from './heard';
export { Listener } from './listener';
export { beganBy, SAME_START_SECONDS, SURE_PLUCK } from './strings/ringing-strings';
export { areSustained } from './strings/sustained';
export { phrasesOf, SPEECH_CLARITY, SPEECH_SECONDS } from './voices/speech';
