export {
  firstWeakMeasure,
  inOrderOfNeed,
  type Need,
  needOf,
  type PlayedTake,
  sayNeed,
  type WaitingTake,
} from './need';
