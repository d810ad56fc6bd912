export { BANK_NAMES, type BankName, bankOf } from './banks';
export { renderSampled, renderSampledWhole, type SoundBlock } from './sampler';
