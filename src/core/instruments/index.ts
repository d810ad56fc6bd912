export {
  fingeringsOf,
  INSTRUMENT_IDS,
  INSTRUMENTS,
  type Instrument,
  type InstrumentId,
  instrument,
  maybeFingeringChart,
  maybeInstrument,
  maybeInstrumentNamed,
  maybeInstrumentReading,
} from './catalogue';
export { type BrassPlace, brassPlaces } from './charts/brass-charts';
export type { Fingering, FingeringChart, Hole } from './charts/fingering';
export { describeFingering, fingeringSign } from './charts/fingering-text';
export { type FingersMoved, fingersMoved } from './charts/fingers-moved';
export { type Family, LEVELS, type Level, levelOf } from './instrument';
export { CLAP } from './kinds/drums';
export { isInReach, type MidiRange, maybeSoundingRange, maybeWrittenRange } from './range';
export { BANK_NAMES, type BankName } from './sound-bank';
export { maybeFrettedStrings, type Stop, stopsOf } from './tablature';
export type { Timbre } from './timbre';
