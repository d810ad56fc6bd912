import { amplitudeToDb } from '../../signal';

/** Thumps of a foot, a hand on a table, a door: what lies under the voice of whoever talks. */
export const THUMP_RATE_HERTZ = 220;
/** Instruments whose lowest pitch lies under it sound there themselves. */
export const LOWEST_MIDI_ABOVE_THUMPS = 55;
const STEP_SECONDS = 0.02;
/** It rises by so much within so short a time, and is gone again as soon: a word and a lorry last longer. */
const RISE_DB = 14;
const RISE_STEPS = 3;
const GONE_DB = 10;
const GONE_STEPS = 9;
const APART_SECONDS = 0.2;
/** So much under the loudest of them it is something else. */
const UNDER_LOUDEST_DB = 14;

/**
 * When something thumped under all that the player's instrument can play, in seconds, in order.
 * @param samples of the lowest octaves alone. @param sampleRate about `THUMP_RATE_HERTZ`.
 */
export function findThumps(samples: Float32Array, sampleRate: number): readonly number[] {
  const stepSamples = Math.max(1, Math.round(STEP_SECONDS * sampleRate));
  const levels = levelsOf(samples, stepSamples);
  const found = levels.flatMap((level, step) => {
    const before = Math.min(...levels.slice(Math.max(0, step - RISE_STEPS), step));
    const isPeak = level > (levels[step - 1] ?? -Infinity) && level >= (levels[step + 1] ?? -Infinity);
    const after = Math.min(...levels.slice(step + 1, step + 1 + GONE_STEPS));
    return isPeak && level - before >= RISE_DB && level - after >= GONE_DB ? [{ step, level }] : [];
  });
  const loudest = Math.max(...levels);
  const thumps: number[] = [];
  for (const { step, level } of found) {
    const seconds = ((step + 0.5) * stepSamples) / sampleRate;
    const isApart = seconds - (thumps.at(-1) ?? -Infinity) >= APART_SECONDS;
    if (isApart && level >= loudest - UNDER_LOUDEST_DB) thumps.push(seconds);
  }
  return thumps;
}

function levelsOf(samples: Float32Array, step: number): readonly number[] {
  return Array.from({ length: Math.floor(samples.length / step) }, (_, index) => {
    let energy = 0;
    for (let n = index * step; n < (index + 1) * step; n++) energy += samples[n]! * samples[n]!;
    return amplitudeToDb(Math.sqrt(energy / step));
  });
}
