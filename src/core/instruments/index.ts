export { INSTRUMENTS, instrument, maybeInstrumentName, maybeInstrumentOfPart } from './catalogue';
export { type BrassPlace, brassPlaces } from './fingerings/brass-partials';
export { fingeringsOf, maybeFingeringChart, OPEN_NOTES } from './fingerings/charts';
export type { Fingering, FingeringChart, Hole } from './fingerings/fingering';
export { describeFingering, fingeringSign } from './fingerings/fingering-text';
export {
  type Family,
  INSTRUMENT_IDS,
  type Instrument,
  type InstrumentId,
  LEVELS,
  type Level,
} from './instrument';
export { type MidiRange, maybeSoundingRange, maybeWrittenRange } from './range';
