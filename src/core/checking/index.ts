export { type Check, check } from './check';
export { toCheckContract } from './contract';
