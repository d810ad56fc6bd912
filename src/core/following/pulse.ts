import {
  FEWEST_TO_COMPARE,
  MEDIAN_OVER_MEAN,
  MOST_SHARE,
  maybeMedianSlope,
  median,
  NORMAL_MAD,
  ROUNDING,
} from '../base';
import { PULSE } from './model/weighing';

/** A note that was found: where it is written and when it began. */
export interface PulsePoint {
  /** Beats from the start of the line. */
  readonly beats: number;
  readonly seconds: number;
  /** It enters after a rest. */
  readonly entersAfterRest?: boolean;
  /** It is written on a beat. */
  readonly isOnBeat?: boolean;
}

/** Pieces of so few notes have one pulse, which most of the notes tell. */
const MOST_OF_SHORT_PULSE = 8;
/** A beginner's even playing strays by some 35 ms from note to note. Common practice. */
const ON_PULSE_SECONDS = 0.07;
/** Nobody stumbles by less, however fast: shifts are measured in beats of this length at least, those of 120 to the minute. */
const SHORTEST_BEAT_SECONDS = 0.5;

/** How long a shift of so many beats is, at a pulse. */
export const shiftSeconds = (beats: number, secondsPerBeat: number) =>
  beats * Math.max(secondsPerBeat, SHORTEST_BEAT_SECONDS);

/** Seconds per beat that fits most of the points, in order: the median slope between points at least a beat apart. */
export function medianSecondsPerBeat(points: readonly PulsePoint[]): number | undefined {
  return maybeMedianSlope(
    points.map(({ beats, seconds }) => ({ x: beats, y: seconds })),
    1 - ROUNDING,
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
    const isPause = shift >= shiftSeconds(PULSE.pauseBeats, secondsPerBeat);
    const isSkip = shift <= -leastSkipSeconds(points[index]!, secondsPerBeat);
    if (!isPause && !isSkip) continue;
    const next = shifts[index + 1] ?? 0;
    const afterNext = shifts[index + 2] ?? 0;
    const left = Math.min(Math.abs(shift + next), Math.abs(shift + next + afterNext));
    const sameSign = Math.sign(shift + next) === Math.sign(shift);
    // A note that was late before an interval that seems short was moved itself.
    const madeGood = Math.abs(shift + shifts[index - 1]!) < (1 - MOST_SHARE) * Math.abs(shift);
    if (!madeGood && sameSign && left >= MOST_SHARE * Math.abs(shift)) breaks.push(index);
  }
  return breaks;
}

const leastSkipSeconds = ({ entersAfterRest }: PulsePoint, secondsPerBeat: number) =>
  shiftSeconds(entersAfterRest ? PULSE.skipAfterRestBeats : PULSE.skipBeats, secondsPerBeat);

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
  if (points.length <= MOST_OF_SHORT_PULSE) return commonPulse(points, secondsPerBeat);
  return points.map((point, index) => {
    const others = points.filter((_, other) => other !== index);
    let near = others.filter((other) => Math.abs(other.beats - point.beats) <= PULSE.neighbourhoodBeats);
    if (near.length < FEWEST_TO_COMPARE) {
      near = [...others]
        .sort((a, b) => Math.abs(a.beats - point.beats) - Math.abs(b.beats - point.beats))
        .slice(0, FEWEST_TO_COMPARE);
    }
    if (near.length === 0) return { seconds: point.seconds, secondsPerBeat, doubtSeconds: 0 };
    const own =
      near.length >= FEWEST_TO_COMPARE - 1
        ? medianSecondsPerBeat([...near].sort((a, b) => a.beats - b.beats))
        : undefined;
    const believable = own !== undefined && Math.abs(own / secondsPerBeat - 1) <= PULSE.mostLocalTempoShare;
    const slope = believable ? own : secondsPerBeat;
    const votes = near.map((other) => ({
      value: other.seconds - (other.beats - point.beats) * slope,
      weight: weightOf(other) / (1 + Math.abs(other.beats - point.beats)),
    }));
    const seconds = weightedMedian(votes);
    return { seconds, secondsPerBeat: slope, doubtSeconds: standardErrorOf(votes, seconds) };
  });
}

const weightOf = ({ isOnBeat }: PulsePoint) => (isOnBeat ? PULSE.onBeatWeight : 1);

/**
 * The pulse on which most notes of a short piece lie: its neighbours are too few to tell of each note whether it was moved itself or one
 * of them. Source: the line through two points that most others agree with, after M. Fischler, R. Bolles, "Random sample consensus",
 * CACM 24, 1981; here all pairs are tried.
 */
function commonPulse(points: readonly PulsePoint[], secondsPerBeat: number): readonly Expected[] {
  const fits = points.flatMap((one, index) => [
    fitOf(points, one, secondsPerBeat),
    ...points.slice(index + 1).flatMap((other) => {
      const own = (other.seconds - one.seconds) / (other.beats - one.beats);
      const isBelievable = Math.abs(own / secondsPerBeat - 1) <= PULSE.mostLocalTempoShare;
      return isBelievable ? [fitOf(points, one, own)] : [];
    }),
  ]);
  const best = fits.reduce((a, b) => (isBetter(b, a, secondsPerBeat) ? b : a));
  const on = best.offs.filter((off) => Math.abs(off) <= ON_PULSE_SECONDS);
  const doubtSeconds = Math.sqrt(
    on.reduce((sum, off) => sum + off * off, 0) / Math.max(1, on.length - 1) / on.length,
  );
  return points.map((point, index) => ({
    seconds: point.seconds - best.offs[index]!,
    secondsPerBeat: best.secondsPerBeat,
    doubtSeconds,
  }));
}

interface PulseFit {
  readonly secondsPerBeat: number;
  /** How far each point lies after the pulse. */
  readonly offs: readonly number[];
  readonly onPulse: number;
  readonly sum: number;
}

/** A pulse through a point, moved to the middle of those that lie on it. */
function fitOf(points: readonly PulsePoint[], through: PulsePoint, secondsPerBeat: number): PulseFit {
  const raw = points.map(
    ({ beats, seconds }) => seconds - through.seconds - (beats - through.beats) * secondsPerBeat,
  );
  const middle = median(raw.filter((off) => Math.abs(off) <= ON_PULSE_SECONDS));
  const offs = raw.map((off) => off - middle);
  const on = offs.filter((off) => Math.abs(off) <= ON_PULSE_SECONDS);
  return { secondsPerBeat, offs, onPulse: on.length, sum: on.reduce((sum, off) => sum + Math.abs(off), 0) };
}

/** Of pulses on which as many notes lie, the one nearer to them and to the tempo of the take. @param secondsPerBeat of that. */
function isBetter(a: PulseFit, b: PulseFit, secondsPerBeat: number): boolean {
  const cost = (fit: PulseFit) =>
    fit.sum / fit.onPulse + PULSE.secondsOfOtherTempo * Math.abs(fit.secondsPerBeat / secondsPerBeat - 1);
  return a.onPulse > b.onPulse || (a.onPulse === b.onPulse && cost(a) < cost(b));
}

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
