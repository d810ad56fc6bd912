import { FEWEST_TO_COMPARE, MOST_SHARE, NEARLY_ALL_SHARE } from '../base';

/** A thump so near to a beat is on it. */
const ON_BEAT_SECONDS = 0.1;

/**
 * Whether a foot kept the beat under the playing: who taps along does so on most beats, and hardly between them.
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
    within.length >= FEWEST_TO_COMPARE &&
    beats.filter((beat) => isNear(beat, within)).length >= MOST_SHARE * beats.length &&
    within.filter((thump) => isNear(thump, beats)).length >= NEARLY_ALL_SHARE * within.length
  );
}
