export { type Accompaniment, type Alongside, afterSkipping, playedAlongside } from './alongside';
export { BACKINGS, type BackingKind, playBacking } from './backing';
export { BANK_NAMES, type BankName, bankOf } from './banks';
export { CLICK_SECONDS, clickSample, clickSound, renderClicks } from './click-sound';
export { type Chord, harmonise } from './harmony';
export { clickCount, clicksOfLine, type LineClick, type LineClicks, roundClick } from './line-clicks';
