export { chooseFlaws, FLAW_KINDS, type FlawKind } from './choose-flaws';
export { perform } from './perform';
export {
  type Flaw,
  type Performance,
  type PlayedEvent,
  type PlayingStyle,
  STEADY_STYLE,
} from './performance';
export { QUIET_ROOM, type Recording, render } from './render';
export { renderTaps } from './taps';
