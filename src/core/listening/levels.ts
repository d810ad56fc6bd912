/** What a level is at least: nothing is measured below it. */
export const SILENCE_DB = -120;

/** Highest level from one place to another, exclusive; silence when there is none. */
export function loudest(levelsDb: Float64Array, from: number, to: number): number {
  let level = SILENCE_DB;
  const end = to < levelsDb.length ? to : levelsDb.length;
  for (let at = from < 0 ? 0 : from; at < end; at++) if (levelsDb[at]! > level) level = levelsDb[at]!;
  return level;
}
