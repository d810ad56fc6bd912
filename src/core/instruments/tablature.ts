import { type InstrumentId, instrument } from './catalogue';

/** Where a note is stopped. */
export interface Stop {
  /** From the string nearest to the floor, as players number them: 1 is the highest of a guitar. */
  readonly stringNumber: number;
  readonly fret: number;
}

/** Beginners stay below the fret with the two dots. Common practice. */
const HIGHEST_FRET = 12;

/** The open strings of an instrument with frets, as written MIDI numbers by their string numbers; undefined for any other. */
export function maybeFrettedStrings(id: InstrumentId | undefined): readonly number[] | undefined {
  return id && instrument(id).frettedStrings?.map(({ midi }) => midi);
}

/**
 * Where notes that are struck together are stopped: each on a string of its own, as near to the nut as can be, the highest first. Where a
 * teacher has written a string, that one.
 * @param strings from `maybeFrettedStrings`. @param writtenMidis at least one.
 * @param wanted the string number of the first of them.
 * @returns one for each note, in their order; undefined for what cannot be stopped.
 * @example stopsOf(guitarStrings, [60], undefined) // [{ stringNumber: 5, fret: 3 }]
 */
export function stopsOf(
  strings: readonly number[],
  writtenMidis: readonly number[],
  wanted: number | undefined,
): readonly (Stop | undefined)[] {
  const free = new Set(strings.keys());
  const stops = new Map<number, Stop>();
  const take = (note: number, index: number) => {
    free.delete(index);
    stops.set(note, { stringNumber: index + 1, fret: writtenMidis[note]! - strings[index]! });
  };
  const isInReach = (note: number, index: number) => {
    const fret = writtenMidis[note]! - strings[index]!;
    return fret >= 0 && fret <= HIGHEST_FRET;
  };
  if (wanted !== undefined && free.has(wanted - 1) && isInReach(0, wanted - 1)) take(0, wanted - 1);
  const highestFirst = [...writtenMidis.keys()].sort((a, b) => writtenMidis[b]! - writtenMidis[a]!);
  for (const note of highestFirst) {
    if (stops.has(note)) continue;
    const nearest = [...free]
      .filter((index) => isInReach(note, index))
      .reduce<number | undefined>(
        (best, index) => (best === undefined || strings[index]! > strings[best]! ? index : best),
        undefined,
      );
    if (nearest !== undefined) take(note, nearest);
  }
  return [...writtenMidis.keys()].map((note) => stops.get(note));
}
