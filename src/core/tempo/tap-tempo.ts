import { FASTEST_MARK, SLOWEST_MARK } from './metronome-scale';

/** A longer pause begins a new tapping: slower than the slowest mark by a third. */
const LONGEST_GAP_SECONDS = 2;
/** Enough to even out a hand, few enough to follow it when it changes its mind. */
const MOST_INTERVALS = 6;

/**
 * The tempo that a hand taps: the middle of its latest intervals, so that one slip does not move it.
 * @param tapSeconds moments of the taps, rising.
 * @returns whole beats per minute within the metronome's scale; undefined before the second tap.
 */
export function tapTempo(tapSeconds: readonly number[]): number | undefined {
  const intervals = tapSeconds.slice(1).map((tap, index) => tap - tapSeconds[index]!);
  const begins = intervals.findLastIndex((interval) => interval > LONGEST_GAP_SECONDS) + 1;
  const latest = intervals
    .slice(Math.max(begins, intervals.length - MOST_INTERVALS))
    .toSorted((a, b) => a - b);
  if (latest.length === 0) return undefined;
  const half = latest.length >> 1;
  const middle = latest.length % 2 === 1 ? latest[half]! : (latest[half - 1]! + latest[half]!) / 2;
  return Math.max(SLOWEST_MARK, Math.min(FASTEST_MARK, Math.round(60 / middle)));
}
