export { follow } from './follow';
export {
  type ExtraSound,
  FOLLOWING_VERSION,
  type FollowedHead,
  type FollowedNote,
  type Following,
  type Interruption,
  LEAST_CLARITY_OF_ONE_TONE,
  LOWER_OCTAVE_SHOWS_DB,
  type MissingSign,
  type Played,
  type ToneFacts,
} from './following';
export { playedTones } from './played-tones';
export type { TuningRange } from './tempo-and-tuning';
export { followTogether } from './together/follow-together';
