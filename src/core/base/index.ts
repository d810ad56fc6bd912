export { type BoostedTrees, probabilityOf, type Tree } from './boosted-trees';
export { capital } from './capital';
export { requireRange, unreachable } from './contract';
export { grouped } from './grouped';
export { listed } from './listed';
export { inTime, isAfter, type Moment } from './moment';
export { createRandom, type Random } from './random';
export { DONE, describeIssue, failure, type Issue, type Result, success } from './result';
export { clamp, maybeMedianSlope, median, quantile } from './statistics';
