import { type BankName, type InstrumentId, instrument } from '../instruments';

/** What plays a part; one without an instrument sounds as a piano. */
export const bankOf = (id: InstrumentId | undefined): BankName =>
  id === undefined ? 'piano' : instrument(id).bank;
