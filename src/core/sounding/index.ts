export { renderSampled, renderSampledWhole } from './sampler';
export { type BankReader, backingOf, echoAlongside, modelOf } from './sound-of-line';
