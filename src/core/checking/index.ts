export {
  type Accompaniment,
  type Alongside,
  afterSkipping,
  type BankReader,
  backingOf,
  echoAlongside,
  modelOf,
  playedAlongside,
} from './alongside';
export { type Check, type CheckOptions, check, checkHeard } from './check';
export { toCheckContract } from './contract';
