export { chooseFlaws, FLAW_KINDS, type FlawKind, type FlawPlace, flawKindsOf } from './choose-flaws';
export { perform } from './perform';
export { performVoices } from './perform-voices';
export {
  type Flaw,
  type Performance,
  type PlayedEvent,
  type PlayingStyle,
  STEADY_STYLE,
} from './performance';
export { render } from './render';
export { QUIET_ROOM, type Recording } from './render-timbre';
export { renderTaps } from './taps';
