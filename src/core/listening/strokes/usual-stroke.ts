import { median, quantile } from '../../base';
import { LOUD_QUANTILE } from '../levels';

/** Strokes of one player stay within this of the usual one; what lies further below it is something else. */
export const PLAYERS_RANGE_DB = 8;
/** The middle settles after a few looks. */
const MOST_LOOKS = 10;

/**
 * How loud the player's usual stroke is: the middle of those around it, beginning with the loud ones. The middle of all would be that of
 * the syllables, where somebody talks beside the player.
 * Source: mean shift, K. Fukunaga, L. Hostetler, IEEE Trans. Information Theory 21 (1975); here of a median, and open to above.
 * @param levelsDb of all strokes, at least one.
 */
export function usualStrokeDb(levelsDb: readonly number[]): number {
  let usual = quantile(levelsDb, LOUD_QUANTILE);
  for (let look = 0; look < MOST_LOOKS; look++) {
    const middle = median(levelsDb.filter((levelDb) => levelDb >= usual - PLAYERS_RANGE_DB));
    if (middle === usual) break;
    usual = middle;
  }
  return usual;
}

/** Which strokes are loud enough to be the player's. @param levelsDb of all strokes, at least one. */
export function isPlayersStroke(levelsDb: readonly number[]): (levelDb: number) => boolean {
  const usual = usualStrokeDb(levelsDb);
  return (levelDb) => levelDb >= usual - PLAYERS_RANGE_DB;
}
