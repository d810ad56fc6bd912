import { median } from '../../base';
import type { Frames } from '../frames';
import type { Segment } from '../segment';

/** A half step that wavering or a pull on the tuning has narrowed; vibrato's halves lie up to 0.55 apart. */
const STEP_SEMITONES = 0.6;
/** A step is quick: within so many frames either way most of it is done. Slow wavering drifts a fifth as fast. */
const STEP_FRAMES = 4;
const QUICK_SEMITONES = 0.4;
/** Fewer frames are a transition. */
const LEAST_PART_FRAMES = 6;
/** Twenty seconds: a longer part is cut, which is taken back, so that an hour of one tone costs no more than sixty minutes. */
const MOST_PART_FRAMES = 2000;
/** What a further part must explain, in semitones² · frames: six frames of a half step do, a vibrato's half does not. */
const COST_OF_PART = 1.5;

/**
 * Parts a segment of nearly one pitch where it steps: a half step between tones that vibrate or glide, which lies too near to
 * the middle of what was before. Least squares with a cost for each part, by dynamic programming: B. Jackson et al.,
 * "An algorithm for optimal partitioning of data on an interval", IEEE Signal Processing Letters 12 (2005), equation 2; steps
 * that are too small or too slow to be another note are taken back.
 * @param pitch defined throughout the segment.
 */
export function splitAtSteps(segment: Segment, pitch: Frames['midi']): Segment[] {
  const values = pitch.slice(segment.from, segment.to) as number[];
  if (values.length < 2 * LEAST_PART_FRAMES) return [segment];
  if (rangeOf(values) < STEP_SEMITONES) return [segment];
  const parts: number[][] = [];
  for (const part of partition(values)) {
    const before = parts.at(-1);
    if (before && !isStep(before, part)) for (const value of part) before.push(value);
    else parts.push(part);
  }
  let from = segment.from;
  return parts.map(({ length }) => {
    const part = { from, to: from + length };
    from += length;
    return part;
  });
}

function rangeOf(values: readonly number[]): number {
  let [lowest, highest] = [values[0]!, values[0]!];
  for (const value of values) {
    if (value < lowest) lowest = value;
    if (value > highest) highest = value;
  }
  return highest - lowest;
}

function isStep(before: readonly number[], after: readonly number[]): boolean {
  const apart = median(after) - median(before);
  const [end, start] = [
    before.slice(-2 * STEP_FRAMES, -STEP_FRAMES),
    after.slice(STEP_FRAMES, 2 * STEP_FRAMES),
  ];
  const near = median(start.length > 0 ? start : after) - median(end.length > 0 ? end : before);
  return Math.abs(apart) >= STEP_SEMITONES && near * Math.sign(apart) >= QUICK_SEMITONES;
}

/** The parts whose squares about their means, and cost for each, sum to the least. */
function partition(values: readonly number[]): number[][] {
  const sums = new Float64Array(values.length + 1);
  const squares = new Float64Array(values.length + 1);
  values.forEach((value, index) => {
    const fromFirst = value - values[0]!;
    sums[index + 1] = sums[index]! + fromFirst;
    squares[index + 1] = squares[index]! + fromFirst * fromFirst;
  });
  const costs = new Float64Array(values.length + 1).fill(Number.POSITIVE_INFINITY);
  const starts = new Int32Array(values.length + 1);
  costs[0] = 0;
  for (let to = LEAST_PART_FRAMES; to <= values.length; to++) {
    for (let from = Math.max(0, to - MOST_PART_FRAMES); from <= to - LEAST_PART_FRAMES; from++) {
      const sum = sums[to]! - sums[from]!;
      const scatter = squares[to]! - squares[from]! - (sum * sum) / (to - from);
      const cost = costs[from]! + scatter + COST_OF_PART;
      if (cost < costs[to]!) {
        costs[to] = cost;
        starts[to] = from;
      }
    }
  }
  const parts: number[][] = [];
  for (let to = values.length; to > 0; to = starts[to]!) parts.unshift(values.slice(starts[to], to));
  return parts;
}
