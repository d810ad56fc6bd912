/** What a level is at least: nothing is measured below it. */
export const SILENCE_DB = -120;
/** What is usual of the loud is told by what is exceeded for a tenth of the time: who plays is nearest to the microphone. */
export const LOUD_QUANTILE = 0.9;
/** What is left of the device's own sound after it was taken off lies this far below it, in a room that echoes on. */
export const LEFT_OF_ECHO_DB = 10;

/** Highest level from one place to another, exclusive; silence when there is none. */
export function loudest(levelsDb: Float64Array, from: number, to: number): number {
  let level = SILENCE_DB;
  const end = to < levelsDb.length ? to : levelsDb.length;
  for (let at = from < 0 ? 0 : from; at < end; at++) if (levelsDb[at]! > level) level = levelsDb[at]!;
  return level;
}
