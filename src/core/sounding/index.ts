export { renderSampled, renderSampledWhole, type SoundBlock } from './sampler';
export { type BankReader, backingOf, echoAlongside, modelOf } from './sound-of-line';
