import { maybeMedianSlope } from '../base';

/** A note that was found: where it is written and when it began. */
export interface PulsePoint {
  /** Beats from the start of the line. */
  readonly beats: number;
  readonly seconds: number;
}

/** How far a note's neighbourhood reaches when its pulse is measured. */
const NEIGHBOURHOOD_BEATS = 7;
/** Fewer neighbours do not tell a tempo. */
const FEWEST_NEIGHBOURS = 5;
/** Intervals shorter than this are too uneven to tell a tempo. */
const SHORTEST_INTERVAL_BEATS = 0.9;
/** A tempo further from the take's than this is not believed in a small neighbourhood. */
const MOST_LOCAL_TEMPO_SHARE = 0.25;
/** A stop shifts everything after it by at least this; less is a late note or a slower tempo. */
const PAUSE_BEATS = 0.6;
const PAUSE_SECONDS = 0.35;
/** Starting again too soon (a rest cut short) shifts everything after it as well. */
const SKIP_BEATS = 0.4;
/** A shift counts as lasting when this share of it is still there two notes later. */
const LASTING_SHARE = 0.6;

/** Seconds per beat that fits most of the points, in order: the median slope between points at least a beat apart. */
export function medianSecondsPerBeat(points: readonly PulsePoint[]): number | undefined {
  return maybeMedianSlope(
    points.map(({ beats, seconds }) => ({ x: beats, y: seconds })),
    SHORTEST_INTERVAL_BEATS,
  );
}

/**
 * Finds where the pulse was broken: a lasting shift that the next notes do not make up for.
 * @param points one unbroken run of the line, in order.
 * @returns indices of the first points of new pulses.
 */
export function findBreaks(points: readonly PulsePoint[], secondsPerBeat: number): readonly number[] {
  const breaks: number[] = [];
  // Each interval by itself, so that a slow drift never adds up to a break.
  const shifts = points.map((point, index) => {
    const before = points[index - 1];
    if (!before) return 0;
    return point.seconds - before.seconds - (point.beats - before.beats) * secondsPerBeat;
  });
  for (let index = 1; index < points.length; index++) {
    const shift = shifts[index]!;
    const isPause = shift >= Math.max(PAUSE_BEATS * secondsPerBeat, PAUSE_SECONDS);
    const isSkip = shift <= -Math.max(SKIP_BEATS * secondsPerBeat, PAUSE_SECONDS / 2);
    if (!isPause && !isSkip) continue;
    const next = shifts[index + 1] ?? 0;
    const afterNext = shifts[index + 2] ?? 0;
    const left = Math.min(Math.abs(shift + next), Math.abs(shift + next + afterNext));
    const sameSign = Math.sign(shift + next) === Math.sign(shift);
    // A note that was late before an interval that seems short was moved itself.
    const madeGood = Math.abs(shift + shifts[index - 1]!) < (1 - LASTING_SHARE) * Math.abs(shift);
    if (!madeGood && sameSign && left >= LASTING_SHARE * Math.abs(shift)) breaks.push(index);
  }
  return breaks;
}

/** When a note should have begun. */
export interface Expected {
  readonly seconds: number;
  /** The local tempo. */
  readonly secondsPerBeat: number;
  /** Standard error of `seconds`: how unevenly the neighbours lie. */
  readonly doubtSeconds: number;
}

/**
 * Where each point should have been by the pulse of its neighbours, itself left out.
 * @param points one unbroken pulse, in order.
 * @param secondsPerBeat tempo of the take, for runs too short to have one of their own.
 */
export function expectedTimes(points: readonly PulsePoint[], secondsPerBeat: number): readonly Expected[] {
  return points.map((point, index) => {
    const others = points.filter((_, other) => other !== index);
    let near = others.filter((other) => Math.abs(other.beats - point.beats) <= NEIGHBOURHOOD_BEATS);
    if (near.length < FEWEST_NEIGHBOURS) {
      near = [...others]
        .sort((a, b) => Math.abs(a.beats - point.beats) - Math.abs(b.beats - point.beats))
        .slice(0, FEWEST_NEIGHBOURS);
    }
    if (near.length === 0) return { seconds: point.seconds, secondsPerBeat, doubtSeconds: 0 };
    const own =
      near.length >= FEWEST_NEIGHBOURS - 1
        ? medianSecondsPerBeat([...near].sort((a, b) => a.beats - b.beats))
        : undefined;
    const believable = own !== undefined && Math.abs(own / secondsPerBeat - 1) <= MOST_LOCAL_TEMPO_SHARE;
    const slope = believable ? own : secondsPerBeat;
    const votes = near.map((other) => ({
      value: other.seconds - (other.beats - point.beats) * slope,
      weight: 1 / (1 + Math.abs(other.beats - point.beats)),
    }));
    const seconds = weightedMedian(votes);
    return { seconds, secondsPerBeat: slope, doubtSeconds: standardErrorOf(votes, seconds) };
  });
}

/** Median absolute deviation of a normal distribution with deviation 1, and how much further its median strays than its mean. */
const NORMAL_MAD = 0.6745;
const MEDIAN_OVER_MEAN = 1.2533;

/** How far a weighted median may be off: its standard error, from the spread of what it is the median of. */
function standardErrorOf(votes: readonly Vote[], middle: number): number {
  const spread = weightedMedian(
    votes.map(({ value, weight }) => ({ value: Math.abs(value - middle), weight })),
  );
  const total = votes.reduce((sum, { weight }) => sum + weight, 0);
  const squares = votes.reduce((sum, { weight }) => sum + weight * weight, 0);
  return (MEDIAN_OVER_MEAN * (spread / NORMAL_MAD) * Math.sqrt(squares)) / total;
}

interface Vote {
  readonly value: number;
  readonly weight: number;
}

function weightedMedian(entries: readonly Vote[]): number {
  const sorted = [...entries].sort((a, b) => a.value - b.value);
  const half = sorted.reduce((sum, entry) => sum + entry.weight, 0) / 2;
  let sum = 0;
  for (let index = 0; index < sorted.length; index++) {
    sum += sorted[index]!.weight;
    if (sum > half) return sorted[index]!.value;
    // Exactly in the middle of two values: take their mean, so that the result has no preference.
    if (sum === half) return (sorted[index]!.value + sorted[index + 1]!.value) / 2;
  }
  return sorted.at(-1)!.value;
}
