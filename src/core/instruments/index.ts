import { BRASS } from './brass';
import type { Instrument, InstrumentId } from './instrument';
import { STRINGS } from './strings';
import { VOICE_AND_PERCUSSION } from './voice-and-percussion';
import { WOODWIND } from './woodwind';

export { type Family, INSTRUMENT_IDS, type Instrument, type InstrumentId } from './instrument';

export const INSTRUMENTS: readonly Instrument[] = [
  ...WOODWIND,
  ...BRASS,
  ...STRINGS,
  ...VOICE_AND_PERCUSSION,
];

/** @throws RangeError for an id that is not in the catalogue. */
export function instrument(id: InstrumentId): Instrument {
  const found = INSTRUMENTS.find((candidate) => candidate.id === id);
  if (!found) throw new RangeError(`instrument must be one of the catalogue, got "${id}"`);
  return found;
}

/** The instrument that a part is written for, found by the first word of its name; undefined for other names. */
export function maybeInstrumentOfPart(partName: string): Instrument | undefined {
  const firstWord = (name: string) => name.trim().toLowerCase().split(/\s+/)[0];
  return INSTRUMENTS.find((candidate) => firstWord(candidate.name) === firstWord(partName));
}
