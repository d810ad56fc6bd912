import { maybeInstrument } from '../instruments';
import type { Line } from '../notation';
import { lookOver } from '../study';
import { proposeChunks } from './chunk';

/** Two neighbouring notes that are hard to get from one to the other. */
export interface HardPair {
  /** The printed measure of the second, which is the one that goes wrong. */
  readonly measureIndex: number;
  readonly eventIds: readonly [string, string];
}

/** The leaps and finger exchanges of a line that are worth drilling alone, the hardest first. */
export function hardPairsOf({ part }: Line, goalBpm: number): readonly HardPair[] {
  const player = {
    instrument: maybeInstrument(part.instrument),
    level: 1,
    goalBpm,
    known: undefined,
  } as const;
  return proposeChunks(part, 'hard-spots', lookOver(part, player, 'us').hardSpots).flatMap((chunk) => {
    if (chunk.kind !== 'drill') return [];
    const [, second] = chunk.eventIds;
    const measureIndex = part.measures.findIndex(({ events }) => events.some(({ id }) => id === second));
    return measureIndex < 0 ? [] : [{ measureIndex, eventIds: chunk.eventIds }];
  });
}
