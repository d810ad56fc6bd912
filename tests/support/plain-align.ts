// The plain form of the aligner's recursion: every way to every cell is looked at, with nothing left out. Slow, and easy to believe.

import {
  costMissing,
  costOutside,
  earliestBefore,
  MOST_SKIPPED_TARGETS,
  pitchCost,
  timingCost,
  weightOfStart,
} from '@/core/following/align-costs';
import type { Alignment, AlignOptions, Candidate, Target } from '@/core/following/alignment';
import { COSTS } from '@/core/following/model/weighing';

/**
 * The cheapest way to explain the sounds by the written notes: each sound is one written note, or extra;
 * each written note is one sound, or missing; the player may go back.
 * Dynamic programming over (target, sound) pairs, O(targets · sounds · skips).
 * @param targets in written order; @param sounds in order of onset.
 */
export function plainAlign(
  targets: readonly Target[],
  sounds: readonly Candidate[],
  options: AlignOptions,
): Alignment {
  const n = targets.length;
  const m = sounds.length;
  /** How many sounds surely start before each one, and how many of them count outside the line. */
  const startsBefore = new Float64Array(m + 1);
  const playedBefore = new Float64Array(m + 1);
  sounds.forEach((sound, j) => {
    startsBefore[j + 1] = startsBefore[j]! + weightOfStart(sound);
    playedBefore[j + 1] = playedBefore[j]! + weightOfStart(sound) * sound.playedWeight;
  });
  if (n === 0 || m === 0) return { matches: [], cost: n * COSTS.missing + m * COSTS.outside };
  const costs = new Float64Array(n * m).fill(Number.POSITIVE_INFINITY);
  /** Predecessor cell; −1 where the path starts. */
  const from = new Int32Array(n * m).fill(-1);
  /** Cheapest cell of each sound among targets ≥ t: where a restart may come from. */
  const cheapestFrom = new Int32Array(n * m);
  const lastOfMeasures = targets.flatMap((_, i) => (targets[i + 1]?.startsMeasure ? [i] : []));
  for (let j = 0; j < m; j++) {
    const earliest = earliestBefore(j, sounds);
    const doubt = 1 - sounds[j]!.startStrength;
    const doubtOfRestart = COSTS.doubtfulJump * doubt;
    for (let i = 0; i < n; i++) {
      const within = targets[i]!.startsMeasure ? COSTS.restart : COSTS.doubtfulJump;
      const goingBack = i === 0 ? COSTS.restartAtStart : within;
      const cell = j * n + i;
      let best = i * COSTS.missing + costOutside(playedBefore[j]!);
      let predecessor = -1;
      for (let j0 = earliest; j0 < j; j0++) {
        const skippedSounds = COSTS.wrongPitch * (startsBefore[j]! - startsBefore[j0 + 1]!);
        const seconds = sounds[j]!.onsetSeconds - sounds[j0]!.onsetSeconds;
        for (let i0 = Math.max(0, i - 1 - MOST_SKIPPED_TARGETS); i0 < i; i0++) {
          const beats = targets[i]!.onsetBeats - targets[i0]!.onsetBeats;
          const cost =
            costs[j0 * n + i0]! +
            skippedSounds +
            costMissing(i0, i) +
            timingCost(beats, seconds, options.secondsPerBeat, doubt);
          if (cost < best) [best, predecessor] = [cost, j0 * n + i0];
        }
        const back = cheapestFrom[j0 * n + i]!;
        const restart = costs[back]! + skippedSounds + goingBack + doubtOfRestart;
        if (restart < best) [best, predecessor] = [restart, back];
        if (!targets[i]!.startsMeasure) continue;
        // Measures are left out in silence, or the player goes on as if they were not there.
        for (const last of lastOfMeasures) {
          if (last >= i - 1) break;
          const inSilence = targets[i]!.onsetBeats - targets[last]!.onsetBeats;
          const jumpedOver = targets[last + 1]!.onsetBeats - targets[last]!.onsetBeats;
          const cost =
            costs[j0 * n + last]! +
            skippedSounds +
            COSTS.jumpAhead +
            doubtOfRestart +
            Math.min(
              timingCost(inSilence, seconds, options.secondsPerBeat, doubt),
              timingCost(jumpedOver, seconds, options.secondsPerBeat, doubt),
            );
          if (cost < best) [best, predecessor] = [cost, j0 * n + last];
        }
      }
      costs[cell] =
        best + pitchCost(targets[i]!, sounds[j]!, options.tuningSemitones) + COSTS.doubtfulStart * doubt;
      from[cell] = predecessor;
    }
    for (let i = n - 1; i >= 0; i--) {
      const cell = j * n + i;
      const after = i + 1 < n ? cheapestFrom[cell + 1]! : cell;
      cheapestFrom[cell] = costs[after]! < costs[cell]! ? after : cell;
    }
  }
  return trace(costs, from, n, playedBefore);
}

function trace(costs: Float64Array, from: Int32Array, n: number, playedBefore: Float64Array): Alignment {
  const m = playedBefore.length - 1;
  let end = 0;
  let best = Number.POSITIVE_INFINITY;
  for (let cell = 0; cell < n * m; cell++) {
    const after = playedBefore[m]! - playedBefore[Math.floor(cell / n) + 1]!;
    const unfinished = Math.min(
      (n - 1 - (cell % n)) * COSTS.missing,
      COSTS.jumpAhead + after * COSTS.outside,
    );
    const cost = costs[cell]! + unfinished + costOutside(after);
    if (cost < best) [best, end] = [cost, cell];
  }
  const cells: number[] = [];
  for (let cell = end; cell >= 0; cell = from[cell]!) cells.push(cell);
  cells.reverse();
  const matches = cells.map((cell, index) => {
    const before = cells[index - 1];
    return {
      target: cell % n,
      sound: Math.floor(cell / n),
      restart: before !== undefined && before % n >= cell % n,
    };
  });
  return { matches, cost: best };
}
