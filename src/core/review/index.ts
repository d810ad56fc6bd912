export { sayAnswer, VOICE_KINDS, type VoiceKind } from './answer';
export {
  firstWeakMeasure,
  inOrderOfNeed,
  type Need,
  needOf,
  type PlayedTake,
  sayNeed,
  type WaitingTake,
} from './need';
export {
  isOneTone,
  isSameRecording,
  mayBeTheModel,
  type Outline,
  outlineOf,
  type Remark,
  sayRemark,
} from './please-listen';
