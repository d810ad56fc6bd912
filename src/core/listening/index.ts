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
export { areSustained } from './sustained';
