import { type BankName, type InstrumentId, instrument } from '../instruments';

/** General MIDI programs by bank, numbered from 0; the banks were cut by them. Source: General MIDI System Level 1, MIDI Manufacturers Association, 1991. */
export const PROGRAM_OF_BANK: Readonly<Record<BankName, number>> = {
  piano: 0,
  bells: 9,
  'reed-organ': 20,
  guitar: 24,
  violin: 40,
  viola: 41,
  cello: 42,
  harp: 46,
  voice: 53,
  trumpet: 56,
  trombone: 57,
  tuba: 58,
  horn: 60,
  saxophone: 65,
  oboe: 68,
  bassoon: 70,
  clarinet: 71,
  flute: 73,
  recorder: 74,
  bagpipe: 109,
  drums: 0,
};

/** Where General MIDI has a sound of its own and Mevlo's banks do not. */
const OF_INSTRUMENT: Partial<Record<InstrumentId, number>> = {
  'bass-guitar': 33,
  'double-bass': 43,
  'tenor-sax': 66,
  'baritone-sax': 67,
  'english-horn': 69,
  piccolo: 72,
};

/** The sound that plays a part; one without an instrument sounds as a piano. @example programOf('horn') // 60 */
export function programOf(id: InstrumentId | undefined): number {
  if (id === undefined) return PROGRAM_OF_BANK.piano;
  return OF_INSTRUMENT[id] ?? PROGRAM_OF_BANK[instrument(id).bank];
}
