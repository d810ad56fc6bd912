export { type Check, type CheckOptions, check, checkHeard } from './check';
export { toCheckContract } from './contract';
export { priorsOf } from './priors';
