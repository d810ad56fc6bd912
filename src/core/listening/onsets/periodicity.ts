import { median } from '../../base';
import { midiToHertz } from '../../pitch';
import { TINY_POWER, vertex } from '../../signal';
import { FRAME_SECONDS } from '../frame-length';

/** A tone is compared with itself so much earlier, or one period if that is longer. */
const SHORTEST_LAG_SECONDS = 0.006;
/** And over this long. */
const COMPARED_SECONDS = 0.008;
const BREAK_STEP_SECONDS = FRAME_SECONDS / 2;
/** What is usual nearby: so far around, but for the moment itself. */
const AROUND_SECONDS = 0.16;
const MOMENT_SECONDS = 0.035;
/** Less change than this is none worth a closer look. */
const STEADY_CHANGE = 0.02;
/** Even the steadiest player changes by so much. */
const LEAST_USUAL_CHANGE = 0.004;

/** A moment at which a tone did not go on as it was. */
export interface PeriodicityBreak {
  readonly seconds: number;
  /** Share of the sound that its own past does not explain, 0–2. */
  readonly change: number;
  /** The same against what is usual around it, as a ratio. */
  readonly contrast: number;
}

/**
 * Where a steady tone breaks with its own past: a fresh tongue, bow or pluck on the same pitch starts the wave anew even
 * when the tone before still rings and the level hardly dips.
 * The measure is the normalised squared difference of two neighbouring stretches, d(τ)/m(τ) in the terms of P. McLeod,
 * G. Wyvill (2005), equations (3)–(7), at the one lag that the known pitch gives; an onset function by prediction error,
 * as in J. P. Bello et al., "A tutorial on onset detection in music signals", IEEE TSAP 13 (2005), section III-C.
 * @param samples mono. @param midi pitch of the tone.
 */
export function periodicityBreaks(
  samples: Float32Array,
  sampleRate: number,
  midi: number,
  fromSeconds: number,
  toSeconds: number,
): readonly PeriodicityBreak[] {
  const period = sampleRate / midiToHertz(midi);
  const lag = Math.ceil((SHORTEST_LAG_SECONDS * sampleRate) / period) * period;
  const length = Math.round(Math.max(COMPARED_SECONDS * sampleRate, period));
  const count = Math.max(0, Math.floor((toSeconds - fromSeconds) / BREAK_STEP_SECONDS));
  const place = (index: number) =>
    Math.round((fromSeconds + index * BREAK_STEP_SECONDS) * sampleRate - length / 2 + lag / 2);
  const changes = new Float64Array(count);
  // Where nothing changes much, every other moment is enough.
  for (let index = 0; index < count; index += 2)
    changes[index] = changeAt(samples, place(index), length, lag);
  for (let index = 1; index < count; index += 2) {
    const around = Math.max(changes[index - 1]!, changes[index + 1] ?? 0);
    changes[index] = around < STEADY_CHANGE ? around : changeAt(samples, place(index), length, lag);
  }
  const moment = Math.round(MOMENT_SECONDS / BREAK_STEP_SECONDS);
  const around = Math.round(AROUND_SECONDS / BREAK_STEP_SECONDS);
  const breaks: PeriodicityBreak[] = [];
  for (let index = 0; index < count; index++) {
    const change = changes[index]!;
    let isPeak = true;
    for (let near = Math.max(0, index - moment); near <= Math.min(count - 1, index + moment); near++)
      if (changes[near]! > change || (changes[near] === change && near < index)) isPeak = false;
    if (!isPeak) continue;
    const usual = [
      ...changes.subarray(Math.max(0, index - around), Math.max(0, index - moment)),
      ...changes.subarray(index + moment + 1, index + around),
    ];
    if (usual.length < moment) continue;
    breaks.push({
      seconds: fromSeconds + index * BREAK_STEP_SECONDS,
      change,
      contrast: change / Math.max(LEAST_USUAL_CHANGE, median(usual)),
    });
  }
  return breaks;
}

/** Smallest normalised squared difference near a lag: the pitch may have moved a little. */
function changeAt(samples: Float32Array, from: number, length: number, lag: number): number {
  const middle = Math.round(lag);
  let best = differenceAt(samples, from, length, middle);
  if (best < STEADY_CHANGE / 4) return best;
  let at = middle;
  let [left, right] = [
    differenceAt(samples, from, length, middle - 1),
    differenceAt(samples, from, length, middle + 1),
  ];
  // Downhill, at most two samples away.
  for (const side of left < right ? [-1, -1] : [1, 1]) {
    const beside = side < 0 ? left : right;
    if (beside >= best) break;
    at += side;
    const further = differenceAt(samples, from, length, at + side);
    if (side < 0) [left, best, right] = [further, beside, best];
    else [left, best, right] = [best, beside, further];
  }
  // The bottom of a valley is the top of its mirror image.
  const { shift, height } = vertex(-left, -best, -right);
  return Math.max(0, Math.abs(shift) <= 1 ? -height : best);
}

function differenceAt(samples: Float32Array, from: number, length: number, lag: number): number {
  let difference = 0;
  let energy = TINY_POWER;
  const end = Math.min(samples.length, from + length);
  for (let n = Math.max(lag, from); n < end; n++) {
    const now = samples[n]!;
    const then = samples[n - lag]!;
    difference += (now - then) * (now - then);
    energy += now * now + then * then;
  }
  return difference / energy;
}
