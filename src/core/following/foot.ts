/** A thump so near to a beat is on it. */
const ON_BEAT_SECONDS = 0.1;
/** Who taps along does so on most beats, and hardly between them. */
const FEWEST_THUMPS = 6;
const LEAST_OF_BEATS = 0.6;
const LEAST_ON_BEATS = 0.75;

/**
 * Whether a foot kept the beat under the playing.
 * @param thumps when something thumped, in seconds, in order. @param beats when the player's own beats came.
 */
export function hasFootBeside(thumps: readonly number[], beats: readonly number[]): boolean {
  const first = beats[0];
  const last = beats.at(-1);
  if (first === undefined || last === undefined) return false;
  const within = thumps.filter(
    (thump) => thump >= first - ON_BEAT_SECONDS && thump <= last + ON_BEAT_SECONDS,
  );
  const isNear = (a: number, among: readonly number[]) =>
    among.some((b) => Math.abs(a - b) <= ON_BEAT_SECONDS);
  return (
    within.length >= FEWEST_THUMPS &&
    beats.filter((beat) => isNear(beat, within)).length >= LEAST_OF_BEATS * beats.length &&
    within.filter((thump) => isNear(thump, beats)).length >= LEAST_ON_BEATS * within.length
  );
}
