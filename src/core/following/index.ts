export { follow } from './follow';
export {
  type Evidence,
  type ExtraSound,
  FOLLOWING_VERSION,
  type FollowedNote,
  type Following,
  type Interruption,
  type MissingSign,
  type PlayedSound,
  type ToneFacts,
} from './following';
export { repeats } from './missing';
export type { TuningRange } from './tempo-and-tuning';
