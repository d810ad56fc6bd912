import { median, quantile } from '../../base';

/** Who plays is nearest to the microphone: the loudest tenth tells how loud, and what lies further below it is something else. */
const LOUD_QUANTILE = 0.9;
const PLAYERS_RANGE_DB = 14;

/**
 * How loud the player's usual stroke is: the middle of the loud ones. The middle of all would be that of the syllables, where
 * somebody talks beside the player.
 * @param levelsDb of all strokes, at least one.
 */
export function usualStrokeDb(levelsDb: readonly number[]): number {
  return median(levelsDb.filter(isPlayersStroke(levelsDb)));
}

/** Which strokes are loud enough to be the player's. @param levelsDb of all strokes, at least one. */
export function isPlayersStroke(levelsDb: readonly number[]): (levelDb: number) => boolean {
  const loud = quantile(levelsDb, LOUD_QUANTILE);
  return (levelDb) => levelDb >= loud - PLAYERS_RANGE_DB;
}
