export { BANK_NAMES, type BankName, bankOf } from './banks';
export { renderSampled, renderSampledWhole, type SoundBlock } from './sampler';
export { type BankReader, backingOf, echoAlongside, modelOf } from './sound-of-line';
