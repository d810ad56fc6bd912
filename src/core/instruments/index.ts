export { INSTRUMENTS, instrument, maybeInstrumentOfPart } from './catalogue';
export {
  type Family,
  INSTRUMENT_IDS,
  type Instrument,
  type InstrumentId,
  LEVELS,
  type Level,
} from './instrument';
export { type MidiRange, maybeSoundingRange, maybeWrittenRange } from './range';
