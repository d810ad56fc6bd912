import { type Audio, amplitudeToDb, peakAmplitude } from '../../signal';
import { FELT_BELOW_TOP_DB } from '../felt-start';
import { SHORTEST_NOTE_SECONDS } from '../frame-length';
import type { Heard } from '../heard';
import { LEFT_OF_ECHO_DB, loudest } from '../levels';
import { STROKES } from '../model/hearing';
import { DIP_SIDE_SECONDS } from '../onsets/level-dips';
import { DOUBTFUL_START, type Stroke } from '../sounding-event';
import { unlikenessDb } from './stroke-spectra';
import { isPlayersStroke, PLAYERS_RANGE_DB, usualStrokeDb } from './usual-stroke';

/** Step of the fine level curve. */
const STEP_SECONDS = 0.002;
/** What sounded just before a strike. */
const BEFORE_SECONDS = 0.03;
/** A strike reaches its top within this. */
const RISE_SECONDS = 0.012;
/** Over so long the level is smoothed where a glide or a vowel may get louder: the wave's own zeros are no dips. */
const SMOOTH_SECONDS = 0.016;

/** A sudden sound, in steps of the fine level curve. */
interface Strike {
  readonly step: number;
  readonly riseDb: number;
  readonly topDb: number;
}

/**
 * Finds sudden sounds in a recording, in order.
 * @param noiseDb level of the quiet parts.
 * @param echo the device's own sound, which was taken off: what is left of it is no strike.
 */
export function findStrikes(
  audio: Audio,
  noiseDb: number,
  echo?: Audio,
): Pick<Heard, 'strikes' | 'doubtfulStrikes'> {
  const levels = fineLevels(audio);
  const echoLevels = echo && fineLevels(echo);
  const isEcho = ({ step, topDb }: Strike) =>
    echoLevels !== undefined &&
    topDb <
      loudest(echoLevels, step - toSteps(BEFORE_SECONDS), step + toSteps(RISE_SECONDS)) - LEFT_OF_ECHO_DB;
  const hard = hardStrikes(levels, noiseDb, STROKES.lowestRiseDb).filter((strike) => !isEcho(strike));
  const softAlone = softStrikes(levels, noiseDb).filter((strike) => !isEcho(strike));
  const soft = apartFrom(hard, toSteps(DIP_SIDE_SECONDS), softAlone);
  const inOrder = [...hard, ...soft].toSorted((a, b) => a.step - b.step);
  if (inOrder.length === 0) return { strikes: [], doubtfulStrikes: [] };
  // A syllable may begin softly; a click stays soft.
  const all = inOrder.map((strike, index) => ({
    ...strike,
    topDb: loudest(levels, strike.step, endOf(strike, inOrder[index + 1])),
  }));
  const usual = usualStrokeDb(all.map((strike) => strike.topDb));
  const strikes = all
    .filter((strike) => strike.topDb >= usual - STROKES.belowUsualDb)
    .filter((_, index, kept) => !isBounce(kept, index));
  const starts = strikes.map((strike, index) => feltStep(levels, strike, strikes[index + 1]) * STEP_SECONDS);
  const isPlayers = isPlayersStroke(strikes.map(({ topDb }) => topDb));
  const unlikeDb = unlikenessDb(
    starts,
    strikes.map(({ topDb }) => isPlayers(topDb)),
    audio,
    noiseDb,
  );
  const nearlyAsLoud = hardStrikes(levels, noiseDb, STROKES.lowestDoubtfulRiseDb).filter(
    (strike) => strike.topDb >= usual - PLAYERS_RANGE_DB && !isEcho(strike),
  );
  const doubtful = apartFrom(all, toSteps(SHORTEST_NOTE_SECONDS), nearlyAsLoud);
  return {
    strikes: strikes.map((strike, index) => ({
      ...strokeAt(starts[index]!, strike.topDb, 1),
      riseDb: strike.riseDb,
      unlikeDb: unlikeDb[index]!,
    })),
    doubtfulStrikes: doubtful.map(({ step, topDb }) =>
      strokeAt(firstAbove(levels, topDb - STROKES.outweighingDb, step) * STEP_SECONDS, topDb, DOUBTFUL_START),
    ),
  };
}

const strokeAt = (onsetSeconds: number, levelDb: number, startStrength: number): Stroke => ({
  kind: 'stroke',
  onsetSeconds,
  endSeconds: onsetSeconds,
  levelDb,
  startStrength,
});

const toSteps = (seconds: number) => Math.round(seconds / STEP_SECONDS);

/** Those strikes that lie further than so many steps from all others; both in order. */
function apartFrom(others: readonly Strike[], steps: number, strikes: readonly Strike[]): Strike[] {
  let next = 0;
  return strikes.filter(({ step }) => {
    while (next < others.length && others[next]!.step < step - steps) next++;
    return next === others.length || others[next]!.step > step + steps;
  });
}

/**
 * Whether a strike follows closely on a much louder one. What a room gives back hardly rises out of the stroke's own ringing, and need not be
 * so much softer. @param strikes in order.
 */
function isBounce(strikes: readonly Strike[], index: number): boolean {
  const { step, riseDb, topDb } = strikes[index]!;
  const belowDb = riseDb < STROKES.standsOutDb ? PLAYERS_RANGE_DB : STROKES.standsOutDb;
  for (let at = index - 1; at >= 0 && step - strikes[at]!.step <= toSteps(STROKES.bounceSeconds); at--)
    if (strikes[at]!.topDb - topDb >= belowDb) return true;
  return false;
}

/** Claps and strokes: up within 12 ms, by so much at least. Hands bounce, rooms echo, and a spoken "three" has a hiss before its vowel. */
function hardStrikes(levels: Float64Array, noiseDb: number, lowestRiseDb: number): Strike[] {
  const back = toSteps(BEFORE_SECONDS);
  const ahead = toSteps(RISE_SECONDS);
  const found: Strike[] = [];
  for (let step = 1; step < levels.length - ahead; step++) {
    const topDb = loudest(levels, step, step + ahead);
    // The loudest of the last 30 ms but for the step itself: a strike must beat what still rings.
    const riseDb = topDb - loudest(levels, step - back, step);
    if (riseDb < lowestRiseDb || topDb < noiseDb + STROKES.standsOutDb) continue;
    const last = found.at(-1);
    if (last && step - last.step < toSteps(SHORTEST_NOTE_SECONDS)) {
      const isSame = step - last.step < ahead;
      // A click, a tap of the foot, a word or a first touch just before is not the stroke.
      const drowns = topDb >= last.topDb + STROKES.drowningAboveDb;
      if ((isSame && riseDb > last.riseDb + 1) || drowns) found[found.length - 1] = { step, riseDb, topDb };
    } else found.push({ step, riseDb, topDb });
  }
  return found;
}

/** Spoken syllables that begin with a glide or a vowel: up within the time of the shortest note, out of a dip that is the lowest for a while around. */
function softStrikes(levels: Float64Array, noiseDb: number): Strike[] {
  const smooth = smoothed(levels, toSteps(SMOOTH_SECONDS));
  const near = toSteps(BEFORE_SECONDS);
  const ahead = toSteps(SHORTEST_NOTE_SECONDS);
  const found: Strike[] = [];
  for (let step = near; step < smooth.length - ahead; step++) {
    let isBottom = true;
    for (let other = step - near; other <= step + near && isBottom; other++)
      isBottom = smooth[other]! >= smooth[step]!;
    if (!isBottom) continue;
    const topDb = loudest(smooth, step, step + ahead);
    const riseDb = topDb - smooth[step]!;
    if (riseDb < STROKES.lowestRiseDb || topDb < noiseDb + STROKES.standsOutDb) continue;
    const rising = firstAbove(smooth, topDb - FELT_BELOW_TOP_DB, step);
    const last = found.at(-1);
    if (!last || rising - last.step >= toSteps(SHORTEST_NOTE_SECONDS))
      found.push({ step: rising, riseDb, topDb });
  }
  return found;
}

function firstAbove(levels: Float64Array, db: number, from: number): number {
  let step = from;
  while (step < levels.length - 1 && levels[step]! < db) step++;
  return step;
}

/** Highest of the neighbours, so that the wave's own zeros are no dips. */
function smoothed(levels: Float64Array, width: number): Float64Array {
  return levels.map((_, step) => loudest(levels, step - (width >> 1), step + (width >> 1) + 1));
}

/** Where a strike comes within 10 dB of what it reaches. */
function feltStep(levels: Float64Array, strike: Strike, next: Strike | undefined): number {
  const top = loudest(levels, strike.step, endOf(strike, next));
  return firstAbove(levels, top - FELT_BELOW_TOP_DB, strike.step);
}

/** By when a strike has reached its top. */
const endOf = ({ step }: Strike, next: Strike | undefined) =>
  Math.min(step + toSteps(DIP_SIDE_SECONDS), next?.step ?? Number.POSITIVE_INFINITY);

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
