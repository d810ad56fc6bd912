// Which small sound bank under public/sounds plays what. Cut from FluidR3Mono GM (MIT), see scripts/cut-sounds.mjs.
import type { InstrumentId } from '../instruments';

export const BANK_NAMES = [
  'bagpipe',
  'cello',
  'clarinet',
  'drums',
  'flute',
  'guitar',
  'harp',
  'horn',
  'oboe',
  'piano',
  'recorder',
  'reed-organ',
  'saxophone',
  'trombone',
  'trumpet',
  'tuba',
  'viola',
  'violin',
  'voice',
] as const;
export type BankName = (typeof BANK_NAMES)[number];

const BANKS: Readonly<Record<InstrumentId, BankName>> = {
  flute: 'flute',
  oboe: 'oboe',
  clarinet: 'clarinet',
  'alto-sax': 'saxophone',
  'tenor-sax': 'saxophone',
  'soprano-recorder': 'recorder',
  'alto-recorder': 'recorder',
  'practice-chanter': 'bagpipe',
  trumpet: 'trumpet',
  horn: 'horn',
  trombone: 'trombone',
  euphonium: 'tuba',
  tuba: 'tuba',
  violin: 'violin',
  viola: 'viola',
  cello: 'cello',
  'double-bass': 'cello',
  guitar: 'guitar',
  ukulele: 'guitar',
  harp: 'harp',
  piano: 'piano',
  voice: 'voice',
  clap: 'drums',
  snare: 'drums',
  'drum-kit': 'drums',
};

/** What plays a part; one without an instrument's name sounds as a piano. */
export function bankOf(instrument: InstrumentId | undefined): BankName {
  return instrument === undefined ? 'piano' : BANKS[instrument];
}
