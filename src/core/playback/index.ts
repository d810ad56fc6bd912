export { type Accompaniment, type Alongside, afterSkipping, playedAlongside } from './alongside';
export { BACKINGS, type BackingKind, playBacking } from './backing';
export { bankOf, banksOf } from './banks';
export { CLICK_SECONDS, clickSample, clickSound, renderClicks } from './click-sound';
export { type Chord, harmonise } from './harmony';
export { clickCount, clicksOfLine, type LineClick, type LineClicks, roundClick } from './line-clicks';
export { AS_WRITTEN, type Loudness, type Model, type ModelWish, playModel } from './model';
export { loadSynthesiser, renderSampled, renderSampledWhole } from './sampler';
export { type BankReader, backingOf, echoAlongside, modelOf } from './sound-of-line';
