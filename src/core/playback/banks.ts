import { type BankName, type InstrumentId, instrument } from '../instruments';
import type { Line } from '../notation';

/** What plays a part; one without an instrument sounds as a piano. */
export const bankOf = (id: InstrumentId | undefined): BankName =>
  id === undefined ? 'piano' : instrument(id).bank;

/** All that a stand may play a line with: its own sound, the backings, and hands. */
export const banksOf = ({ part }: Line): readonly BankName[] => [
  ...new Set([bankOf(part.instrument), bankOf('guitar'), bankOf('clap'), 'reed-organ' as const]),
];
