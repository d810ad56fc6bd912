export { chooseFlaws, FLAW_KINDS, type FlawKind } from './choose-flaws';
export { AS_WRITTEN, type Loudness, type Model, type ModelWish, playModel } from './model';
export { perform } from './perform';
export {
  type Flaw,
  type Performance,
  type PlayedEvent,
  type PlayingStyle,
  STEADY_STYLE,
} from './performance';
export { type Pulse, writtenPulse } from './pulse';
export { QUIET_ROOM, type Recording, render } from './render';
export { renderTaps } from './taps';
