export { type Check, type CheckOptions, check, checkHeard, followHeard } from './check';
export { toCheckContract } from './contract';
export { longestTakeSeconds } from './longest-take';
export { priorsOf, severalAtOnce } from './priors';
