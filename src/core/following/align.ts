import { ROUNDING } from '../base';
import {
  costMissing,
  costOutside,
  earliestBefore,
  MOST_SKIPPED_IN_ALL,
  MOST_SKIPPED_TARGETS,
  pitchCost,
  timingCost,
  weightOfStart,
} from './align-costs';
import type { Alignment, AlignOptions, Candidate, Target } from './alignment';
import { COSTS } from './model/weighing';

/**
 * The cheapest way to explain the sounds by the written notes: each sound is one written note, or extra;
 * each written note is one sound, or missing; the player may go back, and may leave measures out.
 * Dynamic programming over (target, sound) pairs; what cannot be cheaper than a way that is known already is not looked at, so the
 * usual cost is a few steps a pair. Equal to the plain form of the recursion, ties and all (`tests/support/plain-align.ts`).
 * @param targets in written order; @param sounds in order of onset.
 */
export function align(
  targets: readonly Target[],
  sounds: readonly Candidate[],
  options: AlignOptions,
): Alignment {
  const n = targets.length;
  const m = sounds.length;
  if (n === 0 || m === 0) return { matches: [], cost: n * COSTS.missing + m * COSTS.outside };
  const grid = new Grid(targets, sounds, options);
  for (let j = 0; j < m; j++) grid.addSound(j);
  return grid.cheapest();
}

/** A sound reaches back over so many others at most; rows of the grid before that are not needed any more. */
const ROWS_KEPT = MOST_SKIPPED_IN_ALL + 2;
/** A step goes over none, or up to so many, targets. */
const STEPS = MOST_SKIPPED_TARGETS + 1;

/** Costs of explaining the sounds so far, with the latest one taken for each of the targets. */
class Grid {
  readonly #targets: readonly Target[];
  readonly #sounds: readonly Candidate[];
  readonly #options: AlignOptions;
  readonly #n: number;
  readonly #beats: Float64Array;
  /** What going back to each target costs. */
  readonly #goingBack: Float64Array;
  /** How many sounds surely start before each one, and how many of them count outside the line. */
  readonly #startsBefore: Float64Array;
  readonly #playedBefore: Float64Array;
  /** Last targets of measures, and for each target how many of them lie far enough before it to jump from: none inside a measure. */
  readonly #lasts: Int32Array;
  readonly #lastsBefore: Int32Array;
  /** Predecessor cell of every cell; −1 where the path starts. */
  readonly #from: Int32Array;
  // Of the latest rows only.
  readonly #costs: Float64Array;
  /** Cheapest cell among targets ≥ i, and its cost: where a restart may come from. */
  readonly #cheapestFrom: Int32Array;
  readonly #cheapestCost: Float64Array;
  /** Lowest cost of a step to i, but for its timing. */
  readonly #lowestStep: Float64Array;
  /** Lowest cost among the first so many lasts. */
  readonly #lowestLast: Float64Array;
  /** Of the row at hand: the cheapest way found, and what some way is known to cost. */
  readonly #best: Float64Array;
  readonly #known: Float64Array;
  #endCost = Number.POSITIVE_INFINITY;
  #end = 0;

  constructor(targets: readonly Target[], sounds: readonly Candidate[], options: AlignOptions) {
    const [n, m] = [targets.length, sounds.length];
    this.#targets = targets;
    this.#sounds = sounds;
    this.#options = options;
    this.#n = n;
    this.#beats = Float64Array.from(targets, ({ onsetBeats }) => onsetBeats);
    const { moreForGoingBack = 0 } = options;
    this.#goingBack = Float64Array.from(
      targets,
      ({ startsMeasure }, i) =>
        moreForGoingBack +
        (i === 0 ? COSTS.restartAtStart : startsMeasure ? COSTS.restart : COSTS.doubtfulJump),
    );
    this.#startsBefore = new Float64Array(m + 1);
    this.#playedBefore = new Float64Array(m + 1);
    sounds.forEach((sound, j) => {
      this.#startsBefore[j + 1] = this.#startsBefore[j]! + weightOfStart(sound);
      this.#playedBefore[j + 1] = this.#playedBefore[j]! + weightOfStart(sound) * sound.playedWeight;
    });
    this.#lasts = Int32Array.from(targets.flatMap((_, i) => (targets[i + 1]?.startsMeasure ? [i] : [])));
    this.#lastsBefore = Int32Array.from(targets, ({ startsMeasure }, i) =>
      startsMeasure ? this.#lasts.filter((last) => last < i - 1).length : 0,
    );
    this.#from = new Int32Array(n * m).fill(-1);
    this.#costs = new Float64Array(ROWS_KEPT * n);
    this.#cheapestFrom = new Int32Array(ROWS_KEPT * n);
    this.#cheapestCost = new Float64Array(ROWS_KEPT * n);
    this.#lowestStep = new Float64Array(ROWS_KEPT * n);
    this.#lowestLast = new Float64Array(ROWS_KEPT * (this.#lasts.length + 1));
    this.#best = new Float64Array(n);
    this.#known = new Float64Array(n);
  }

  /** Takes the next sound for every target in turn. */
  addSound(j: number): void {
    const sound = this.#sounds[j]!;
    const doubt = 1 - sound.startStrength;
    const before = this.#rowsBefore(j);
    const outside = costOutside(this.#playedBefore[j]!);
    for (let i = 0; i < this.#n; i++) this.#known[i] = this.#best[i] = i * COSTS.missing + outside;
    for (const row of before) this.#boundBy(row, doubt);
    for (const row of before) this.#improveBy(row, j, doubt);
    this.#finishRow(j, sound, COSTS.doubtfulStart * doubt);
    this.#summarise(j);
  }

  /** The sounds that the note before may be, the furthest first, with what passing over those between costs. */
  #rowsBefore(j: number): readonly RowBefore[] {
    const earliest = earliestBefore(j, this.#sounds);
    return Array.from({ length: j - earliest }, (_, index) => {
      const j0 = earliest + index;
      return {
        j0,
        row: (j0 % ROWS_KEPT) * this.#n,
        lasts: (j0 % ROWS_KEPT) * (this.#lasts.length + 1),
        skippedSounds: COSTS.wrongPitch * (this.#startsBefore[j]! - this.#startsBefore[j0 + 1]!),
        seconds: this.#sounds[j]!.onsetSeconds - this.#sounds[j0]!.onsetSeconds,
      };
    });
  }

  /** What restarts and steps without a gap cost: no dearer way need be looked at. */
  #boundBy({ row, skippedSounds, seconds }: RowBefore, doubt: number): void {
    const { secondsPerBeat } = this.#options;
    const n = this.#n;
    const costs = this.#costs;
    const cheapestCost = this.#cheapestCost;
    const goingBack = this.#goingBack;
    const known = this.#known;
    const beats = this.#beats;
    const doubtOfRestart = COSTS.doubtfulJump * doubt;
    for (let i = 0; i < n; i++) {
      const restart = cheapestCost[row + i]! + skippedSounds + goingBack[i]! + doubtOfRestart;
      if (restart < known[i]!) known[i] = restart;
      if (i === 0) continue;
      const soFar = costs[row + i - 1]! + skippedSounds;
      if (soFar >= known[i]!) continue;
      const step = soFar + timingCost(beats[i]! - beats[i - 1]!, seconds, secondsPerBeat, doubt);
      if (step < known[i]!) known[i] = step;
    }
  }

  /** Looks for cheaper ways to all targets over one of the sounds before: steps, restarts, jumps ahead. */
  #improveBy(
    { j0, row, lasts: lastsRow, skippedSounds, seconds }: RowBefore,
    j: number,
    doubt: number,
  ): void {
    const { secondsPerBeat } = this.#options;
    const n = this.#n;
    const costs = this.#costs;
    const best = this.#best;
    const known = this.#known;
    const from = this.#from;
    const beats = this.#beats;
    const goingBack = this.#goingBack;
    const cheapestCost = this.#cheapestCost;
    const lowestStep = this.#lowestStep;
    const lowestLast = this.#lowestLast;
    const lasts = this.#lasts;
    const lastsBefore = this.#lastsBefore;
    const doubtOfRestart = COSTS.doubtfulJump * doubt;
    for (let i = 0; i < n; i++) {
      const most = known[i]! + ROUNDING;
      if (lowestStep[row + i]! + skippedSounds <= most) {
        for (let i0 = i > STEPS ? i - STEPS : 0; i0 < i; i0++) {
          const soFar = costs[row + i0]! + skippedSounds + costMissing(i0, i);
          if (soFar > most) continue;
          const cost = soFar + timingCost(beats[i]! - beats[i0]!, seconds, secondsPerBeat, doubt);
          if (cost < best[i]!) {
            best[i] = cost;
            from[j * n + i] = j0 * n + i0;
          }
        }
      }
      const restart = cheapestCost[row + i]! + skippedSounds + goingBack[i]! + doubtOfRestart;
      if (restart < best[i]!) {
        best[i] = restart;
        from[j * n + i] = this.#cheapestFrom[row + i]!;
      }
      // Measures are left out in silence, or the player goes on as if they were not there.
      const count = lastsBefore[i]!;
      if (count === 0) continue;
      if (lowestLast[lastsRow + count]! + skippedSounds + COSTS.jumpAhead + doubtOfRestart > most) continue;
      for (let index = 0; index < count; index++) {
        const last = lasts[index]!;
        const soFar = costs[row + last]! + skippedSounds + COSTS.jumpAhead + doubtOfRestart;
        if (soFar > most) continue;
        const inSilence = timingCost(beats[i]! - beats[last]!, seconds, secondsPerBeat, doubt);
        const jumpedOver = timingCost(beats[last + 1]! - beats[last]!, seconds, secondsPerBeat, doubt);
        const cost = soFar + (inSilence < jumpedOver ? inSilence : jumpedOver);
        if (cost < best[i]!) {
          best[i] = cost;
          from[j * n + i] = j0 * n + last;
        }
      }
    }
  }

  /** Adds what the sound itself costs as each target, and whether the playing may have ended with it. */
  #finishRow(j: number, sound: Candidate, costOfDoubt: number): void {
    const row = (j % ROWS_KEPT) * this.#n;
    const after = this.#playedBefore.at(-1)! - this.#playedBefore[j + 1]!;
    const outside = costOutside(after);
    // Who stops says a few words at most: who plays on plays wrong notes.
    const mostUnfinished = COSTS.jumpAhead + after * COSTS.outside;
    const { mismatch, tuningSemitones } = this.#options;
    for (let i = 0; i < this.#n; i++) {
      const asTarget = mismatch ? mismatch(i, j) : pitchCost(this.#targets[i]!, sound, tuningSemitones);
      const cost = this.#best[i]! + asTarget + costOfDoubt;
      this.#costs[row + i] = cost;
      const end = cost + Math.min((this.#n - 1 - i) * COSTS.missing, mostUnfinished) + outside;
      if (end < this.#endCost) {
        this.#endCost = end;
        this.#end = j * this.#n + i;
      }
    }
  }

  /** What later sounds ask of a row that is complete. */
  #summarise(j: number): void {
    const n = this.#n;
    const costs = this.#costs;
    const row = (j % ROWS_KEPT) * n;
    let [cheapest, cheapestCost] = [j * n + n - 1, costs[row + n - 1]!];
    for (let i = n - 1; i >= 0; i--) {
      if (costs[row + i]! <= cheapestCost) {
        cheapest = j * n + i;
        cheapestCost = costs[row + i]!;
      }
      this.#cheapestFrom[row + i] = cheapest;
      this.#cheapestCost[row + i] = cheapestCost;
    }
    const lowestStep = this.#lowestStep;
    for (let i = 0; i < n; i++) {
      let lowest = Number.POSITIVE_INFINITY;
      for (let i0 = i > STEPS ? i - STEPS : 0; i0 < i; i0++) {
        const step = costs[row + i0]! + costMissing(i0, i);
        if (step < lowest) lowest = step;
      }
      lowestStep[row + i] = lowest;
    }
    const lasts = (j % ROWS_KEPT) * (this.#lasts.length + 1);
    this.#lowestLast[lasts] = Number.POSITIVE_INFINITY;
    this.#lasts.forEach((last, index) => {
      this.#lowestLast[lasts + index + 1] = Math.min(this.#lowestLast[lasts + index]!, costs[row + last]!);
    });
  }

  /** The path to the cheapest end. */
  cheapest(): Alignment {
    const n = this.#n;
    const cells: number[] = [];
    for (let cell = this.#end; cell >= 0; cell = this.#from[cell]!) cells.push(cell);
    cells.reverse();
    const matches = cells.map((cell, index) => {
      const before = cells[index - 1];
      return {
        target: cell % n,
        sound: Math.floor(cell / n),
        restart: before !== undefined && before % n >= cell % n,
      };
    });
    return { matches, cost: this.#endCost };
  }
}

/** A sound before another one. */
interface RowBefore {
  readonly j0: number;
  /** Where its costs are kept. */
  readonly row: number;
  readonly lasts: number;
  /** For the sounds between the two. */
  readonly skippedSounds: number;
  /** From one to the other. */
  readonly seconds: number;
}
