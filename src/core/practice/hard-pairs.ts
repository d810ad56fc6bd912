import { maybeInstrument } from '../instruments';
import type { Line, Part } from '../notation';
import { difficultiesOf, type HardSpot, type Player } from '../study';
import { proposeChunks } from './chunk';

/** What is hard in a part for whoever begins on an instrument. */
export const hardSpotsFor = (
  part: Part,
  instrument: Player['instrument'],
  goalBpm: number,
): readonly HardSpot[] =>
  difficultiesOf(part, { instrument, level: 1, goalBpm, known: undefined }, 'us').hardSpots;

/** Two neighbouring notes that are hard to get from one to the other. */
export interface HardPair {
  /** The printed measure of the second, which is the one that goes wrong. */
  readonly measureIndex: number;
  readonly eventIds: readonly [string, string];
}

/** The leaps and finger exchanges of a line that are worth drilling alone, the hardest first. */
export function hardPairsOf({ part }: Line, goalBpm: number): readonly HardPair[] {
  const hardSpots = hardSpotsFor(part, maybeInstrument(part.instrument), goalBpm);
  return proposeChunks(part, 'hard-spots', hardSpots).flatMap((chunk) => {
    if (chunk.kind !== 'drill') return [];
    const [, second] = chunk.eventIds;
    const measureIndex = part.measures.findIndex(({ events }) => events.some(({ id }) => id === second));
    return measureIndex < 0 ? [] : [{ measureIndex, eventIds: chunk.eventIds }];
  });
}
