export { follow } from './follow';
export {
  type Evidence,
  type ExtraSound,
  FOLLOWING_VERSION,
  type FollowedNote,
  type Following,
  type Interruption,
  type PlayedSound,
} from './following';
export { repeats } from './held-through';
export type { TuningRange } from './tempo-and-tuning';
