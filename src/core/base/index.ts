export { type BoostedTrees, LIKELIER_THAN_NOT, probabilityOf, type Tree } from './boosted-trees';
export { capital } from './capital';
export { requireRange, unreachable } from './contract';
export { grouped } from './grouped';
export { listed } from './listed';
export { inTime, isAfter, type Moment } from './moment';
export { createRandom, type Random } from './random';
export { DONE, describeIssue, failure, type Issue, type Result, success } from './result';
export {
  clamp,
  FEWEST_ALIKE,
  FEWEST_TO_COMPARE,
  MEDIAN_OVER_MEAN,
  MOST_SHARE,
  maybeMedianSlope,
  median,
  NEARLY_ALL_SHARE,
  NORMAL_MAD,
  quantile,
  ROUNDING,
} from './statistics';
export { withoutUnstorable } from './storable';
export { toggled } from './toggled';
