export { LOUD_BELOW_USUAL_DB } from './extras';
export { follow } from './follow';
export {
  type ExtraSound,
  FOLLOWING_VERSION,
  type FollowedHead,
  type FollowedNote,
  type Following,
  IN_PLACE_BEATS,
  type Interruption,
  LOWER_OCTAVE_SHOWS_DB,
  type MissingSign,
  type Played,
  type Shown,
  type ShownNote,
  type ToneFacts,
} from './following';
export { playedTones } from './played-tones';
export { SHORTEST_REST_BEATS } from './pulse-runs';

export type { TuningRange } from './tempo-and-tuning';
export { followTogether } from './together/follow-together';
