import { median } from '../base';
import { type Audio, amplitudeToDb, peakAmplitude } from '../signal';
import type { HeardStrike } from './heard';

/** Step of the fine level curve. */
const STEP_SECONDS = 0.002;
/** What sounded just before a strike. */
const BEFORE_SECONDS = 0.03;
/** A strike reaches its top within this. */
const RISE_SECONDS = 0.012;
/**
 * Hands bounce, rooms echo, and a spoken "three" has a hiss before its vowel; two strikes of a beginner are further
 * apart (a sixteenth at 160 bpm is 94 ms).
 */
const SHORTEST_DISTANCE_SECONDS = 0.088;
const LOWEST_RISE_DB = 9;
/** Strikes this far below the usual one of the take are echoes or chairs. */
const BELOW_USUAL_DB = 20;
/** A hand bounces and a drum rings back: what follows so soon and so much softer is the same stroke. */
const BOUNCE_SECONDS = 0.26;
const BOUNCE_BELOW_DB = 12;
const ABOVE_NOISE_DB = 12;
const SILENCE_DB = -120;
/** What is left of the device's own sound lies this far below it, in a room that echoes on. */
const LEFT_OF_ECHO_DB = 10;

/**
 * Finds sudden sounds in a recording, in order.
 * @param noiseDb level of the quiet parts.
 * @param echo the device's own sound, which was taken off: what is left of it is no strike.
 */
export function findStrikes(audio: Audio, noiseDb: number, echo?: Audio): readonly HeardStrike[] {
  const levels = fineLevels(audio);
  const echoLevels = echo && fineLevels(echo);
  const back = Math.round(BEFORE_SECONDS / STEP_SECONDS);
  const ahead = Math.round(RISE_SECONDS / STEP_SECONDS);
  const distance = Math.round(SHORTEST_DISTANCE_SECONDS / STEP_SECONDS);
  const found: { step: number; riseDb: number; topDb: number }[] = [];
  for (let step = 1; step < levels.length - ahead; step++) {
    const topDb = loudest(levels, step, step + ahead);
    // The loudest of the last 30 ms but for the step itself: a strike must beat what still rings.
    const riseDb = topDb - loudest(levels, step - back, step);
    if (riseDb < LOWEST_RISE_DB || topDb < noiseDb + ABOVE_NOISE_DB) continue;
    if (echoLevels && topDb < loudest(echoLevels, step - back, step + ahead) - LEFT_OF_ECHO_DB) continue;
    const last = found.at(-1);
    if (last && step - last.step < distance) {
      if (riseDb > last.riseDb + 1 && step - last.step < ahead)
        found[found.length - 1] = { step, riseDb, topDb };
    } else found.push({ step, riseDb, topDb });
  }
  if (found.length === 0) return [];
  const usual = median(found.map((strike) => strike.topDb));
  return found
    .filter((strike) => strike.topDb >= usual - BELOW_USUAL_DB)
    .filter(
      (strike, index, all) =>
        !all
          .slice(0, index)
          .some(
            (before) =>
              (strike.step - before.step) * STEP_SECONDS <= BOUNCE_SECONDS &&
              before.topDb - strike.topDb >= BOUNCE_BELOW_DB,
          ),
    )
    .map(({ step, riseDb }) => ({
      onsetSeconds: (step + steepest(levels, step, ahead)) * STEP_SECONDS,
      riseDb,
    }));
}

/** Peak level per step: short enough that a clap's front is not smeared. */
function fineLevels({ samples, sampleRate }: Audio): Float64Array {
  const size = STEP_SECONDS * sampleRate;
  const levels = new Float64Array(Math.floor(samples.length / size));
  for (let step = 0; step < levels.length; step++) {
    levels[step] = amplitudeToDb(
      peakAmplitude(samples, Math.round(step * size), Math.round((step + 1) * size)),
    );
  }
  return levels;
}

/** Highest level from one step to another, exclusive; silence when there is none. */
function loudest(levels: Float64Array, from: number, to: number): number {
  let level = SILENCE_DB;
  const end = to < levels.length ? to : levels.length;
  for (let step = from < 0 ? 0 : from; step < end; step++) if (levels[step]! > level) level = levels[step]!;
  return level;
}

function steepest(levels: Float64Array, from: number, ahead: number): number {
  let best = 0;
  for (let k = 0; k < ahead; k++) {
    if (
      levels[from + k]! - levels[from + k - 1]! >
      levels[from + best]! - (levels[from + best - 1] ?? SILENCE_DB)
    )
      best = k;
  }
  return best;
}
