import { BRASS } from './brass';
import type { Instrument, InstrumentId } from './instrument';
import { KEYBOARD } from './keyboard';
import { STRINGS } from './strings';
import { VOICE_AND_PERCUSSION } from './voice-and-percussion';
import { WOODWIND } from './woodwind';

export const INSTRUMENTS: readonly Instrument[] = [
  ...WOODWIND,
  ...BRASS,
  ...STRINGS,
  ...KEYBOARD,
  ...VOICE_AND_PERCUSSION,
];

/** @throws RangeError for an id that is not in the catalogue. */
export function instrument(id: InstrumentId): Instrument {
  const found = INSTRUMENTS.find((candidate) => candidate.id === id);
  if (!found) throw new RangeError(`instrument must be one of the catalogue, got "${id}"`);
  return found;
}

/** The name of an instrument; undefined for an id that is not in the catalogue. */
export function maybeInstrumentName(id: string | null): string | undefined {
  return INSTRUMENTS.find((candidate) => candidate.id === id)?.name;
}

/** What parts are also called. */
const OTHER_NAMES: readonly (readonly [InstrumentId, readonly string[]])[] = [
  ['alto-sax', ['alto sax', 'alto saxophone']],
  ['tenor-sax', ['tenor sax', 'tenor saxophone']],
  ['soprano-recorder', ['descant recorder', 'recorder']],
  ['alto-recorder', ['treble recorder']],
  ['practice-chanter', ['practice chanter', 'chanter', 'bagpipe', 'bagpipes']],
  ['horn', ['french horn', 'f horn', 'horn']],
  ['euphonium', ['baritone', 'baritone horn']],
  ['double-bass', ['contrabass', 'string bass', 'upright bass']],
  ['cello', ['violoncello']],
  ['clap', ['clap', 'clapping', 'hands']],
  ['snare', ['snare', 'snare drum', 'drum']],
  ['drum-kit', ['drum set', 'drums']],
  ['voice', ['voice', 'vocals', 'singing']],
];

const NAMES: readonly (readonly [name: string, InstrumentId])[] = INSTRUMENTS.flatMap((entry) => [
  [entry.name.toLowerCase().replace(/ in .*$/, ''), entry.id] as const,
  ...(OTHER_NAMES.find(([id]) => id === entry.id)?.[1] ?? []).map((name) => [name, entry.id] as const),
]).toSorted(([a], [b]) => b.length - a.length);

/** The instrument that a part is written for: the longest name found in the part's; undefined when there is none. */
export function maybeInstrumentOfPart(partName: string): Instrument | undefined {
  const words = ` ${partName.toLowerCase().replace(/[^\p{L}]+/gu, ' ')} `;
  const found = NAMES.find(([name]) => words.includes(` ${name} `));
  return found && instrument(found[1]);
}
