import { meanLevelDb } from '../../signal';
import { loudest } from '../levels';
import { STROKES } from '../model/hearing';

/** Thumps of a foot, a hand on a table, a door: what lies under the voice of whoever talks. */
export const THUMP_RATE_HERTZ = 220;
/** Instruments whose lowest pitch lies under it sound there themselves. */
export const LOWEST_MIDI_ABOVE_THUMPS = 55;
const STEP_SECONDS = 0.02;
/** It rises within so short a time, and is gone again as soon: a word and a lorry last longer. */
const RISE_STEPS = 3;
const GONE_STEPS = 9;
const APART_SECONDS = 0.2;

/**
 * When something thumped under all that the player's instrument can play, in seconds, in order.
 * @param samples of the lowest octaves alone. @param sampleRate about `THUMP_RATE_HERTZ`.
 */
export function findThumps(samples: Float32Array, sampleRate: number): readonly number[] {
  const stepSamples = Math.max(1, Math.round(STEP_SECONDS * sampleRate));
  const levels = Float64Array.from({ length: Math.floor(samples.length / stepSamples) }, (_, step) =>
    meanLevelDb(samples, step * stepSamples, (step + 1) * stepSamples),
  );
  const least = loudest(levels, 0, levels.length) - STROKES.thumpUnderLoudestDb;
  const thumps: number[] = [];
  for (let step = 0; step < levels.length; step++) {
    const seconds = ((step + 0.5) * stepSamples) / sampleRate;
    const isApart = seconds - (thumps.at(-1) ?? Number.NEGATIVE_INFINITY) >= APART_SECONDS;
    if (isApart && levels[step]! >= least && isThump(step, levels)) thumps.push(seconds);
  }
  return thumps;
}

/** Whether a level stands out of what was just before it and is gone soon after. */
function isThump(step: number, levels: Float64Array): boolean {
  const level = levels[step]!;
  const before = levels.slice(Math.max(0, step - RISE_STEPS), step);
  const after = levels.slice(step + 1, step + 1 + GONE_STEPS);
  const isPeak = level > (before.at(-1) ?? Number.NEGATIVE_INFINITY) && level >= (after[0] ?? level);
  return (
    isPeak &&
    level - Math.min(...before) >= STROKES.thumpRiseDb &&
    level - Math.min(...after) >= STROKES.thumpRiseDb
  );
}
