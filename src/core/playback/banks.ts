import { type BankName, type InstrumentId, instrument } from '../instruments';
import type { Line } from '../notation';

/** What plays a part; one without an instrument sounds as a piano. */
export const bankOf = (id: InstrumentId | undefined): BankName =>
  id === undefined ? 'piano' : instrument(id).bank;

/** What plays a line. One that is clapped is played by hands, whoever clapped it. */
export function bankOfLine({ part }: Line): BankName {
  const isUnpitched = part.measures[0]!.clef === 'percussion';
  const own = part.instrument;
  return bankOf(isUnpitched && own !== 'drum-kit' && own !== 'snare' ? 'clap' : own);
}

/** What those play who play to a line; undefined where nobody does. */
export function maybeBankOfOthers({ title, others }: Line): BankName | undefined {
  const [first] = others ?? [];
  return first && bankOfLine({ title, part: first });
}

/** All that a stand may play a line with: its own sound, the backings, those who play to it, and hands. */
export const banksOf = (line: Line): readonly BankName[] => [
  ...new Set([
    bankOf(line.part.instrument),
    ...[maybeBankOfOthers(line)].filter((bank) => bank !== undefined),
    bankOf('guitar'),
    bankOf('clap'),
    'reed-organ' as const,
  ]),
];
