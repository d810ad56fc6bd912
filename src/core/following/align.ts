import type { Evidence, PlayedSound } from './following';

/** A sound that may be a written note. */
export interface Candidate extends PlayedSound {
  /**
   * How sure it is that something started here at all, 0–1: a tone of the same pitch may only seem to start anew. What is
   * doubtful may be left out for little, and is used where the score has a note.
   */
  readonly startStrength: number;
  /** What it costs to leave it outside the line, beside a usual sound: less when it may be talk, more when it surely was played. */
  readonly playedWeight: number;
  readonly evidence: Evidence;
}

/** What the aligner needs to know of a written note. */
export interface Target {
  /** Beats (of the meter) from the start of the line. */
  readonly onsetBeats: number;
  readonly midi: number | undefined;
  readonly startsMeasure: boolean;
}

/** One sound taken for one written note, in the order of the recording. */
export interface Match {
  readonly target: number;
  readonly sound: number;
  /** The player went back here: `target` is not after the one before. */
  readonly restart: boolean;
}

export interface Alignment {
  readonly matches: readonly Match[];
  readonly cost: number;
}

// Costs are in units of "one clearly wrong note". Their order matters, not their third digit:
// a wrong note is cheaper than a missing one plus an extra one, a restart dearer than one or two extras.
const COST_WRONG_PITCH = 1.3;
const COST_OCTAVE = 0.7;
const COST_MISSING = 1.5;
const COST_EXTRA = 1.2;
/** Taking a start that is not there at all for a note costs so much more than taking a sure one. */
const COST_OF_DOUBT = 1;
/** Nobody goes back without a clear start. */
const COST_OF_DOUBTFUL_RESTART = 3;
/** Talk, a count-in or a false start before the line, and noises after it: a few, and what is more must be the playing. */
const COST_OUTSIDE = 0.5;
const FEW_OUTSIDE = 12;
const COST_FURTHER_OUTSIDE = 1;
const COST_RESTART = 2.2;
/** Beginning the whole line again after a few notes is the likeliest of all. */
const COST_RESTART_AT_START = 0.9;
/** Going back to the middle of a measure is rarer than to its start. */
const COST_RESTART_INSIDE = 0.8;
/** Whole measures are left out sooner than as many notes from the middle of one to the middle of another. */
const LESS_FOR_WHOLE_MEASURES = 0.3;
/** Leaving out a measure or a line, or jumping over it: so much, however long it is. */
const COST_JUMP_AHEAD = 4.5;
/** Stopping before the end, however early; but then a few words are heard at most: who plays on plays wrong notes. */
const MOST_FOR_UNFINISHED = 4;
const COST_AFTER_UNFINISHED = 0.3;
const COST_PER_BEAT_OFF = 1.8;
/** A pause costs this at most, however long. */
const MOST_FOR_TIMING = 1.6;
const DOUBTFUL_TIMING_FACTOR = 2;
const COST_OF_DOUBTFUL_PAUSE = 3;
/** A pulse may bend by this share without cost. */
const FREE_TEMPO_SHARE = 0.06;
const RIGHT_PITCH_SEMITONES = 0.6;
const MOST_SKIPPED_TARGETS = 6;
/** Between two notes there are at most so many sounds that surely started, and so many doubtful ones. */
const MOST_SKIPPED_SOUNDS = 8;
const MOST_SKIPPED_IN_ALL = 40;
const SURELY_STARTED = 0.5;

export interface AlignOptions {
  readonly secondsPerBeat: number;
  readonly tuningSemitones: number;
}

function pitchCost(target: Target, sound: Candidate, tuningSemitones: number): number {
  if (target.midi === undefined || sound.midi === undefined) return 0;
  const off = Math.abs(sound.midi - tuningSemitones - target.midi);
  if (off < RIGHT_PITCH_SEMITONES) return 0.3 * off;
  if (Math.abs(off - 12) < RIGHT_PITCH_SEMITONES || Math.abs(off - 24) < RIGHT_PITCH_SEMITONES)
    return COST_OCTAVE;
  return COST_WRONG_PITCH + 0.02 * Math.min(off, 12);
}

/** @param doubt about the start of the sound, 0–1: what is doubtful is believed where the score has a note, not elsewhere. */
function timingCost(beats: number, seconds: number, secondsPerBeat: number, doubt: number): number {
  const difference = seconds / secondsPerBeat - beats;
  const off = (difference < 0 ? -difference : difference) - FREE_TEMPO_SHARE * beats;
  if (off <= 0) return 0;
  const cost = COST_PER_BEAT_OFF * (1 + DOUBTFUL_TIMING_FACTOR * doubt) * off;
  const most = MOST_FOR_TIMING + COST_OF_DOUBTFUL_PAUSE * doubt;
  return cost < most ? cost : most;
}

/**
 * How surely something started, as its cost is counted where no note is written. A single doubtful sign is nearly free: they
 * come in swarms, from one wobble of a held tone.
 */
const weightOfStart = ({ startStrength }: Candidate) => startStrength * startStrength;

/** Of the notes between two that were played, one after the other in `targets`. */
function costMissing(before: number, after: number, targets: readonly Target[]): number {
  const count = after - before - 1;
  if (count === 0) return 0;
  const areMeasures = targets[before + 1]!.startsMeasure && targets[after]!.startsMeasure;
  return count * COST_MISSING - (areMeasures ? LESS_FOR_WHOLE_MEASURES : 0);
}

/** @param starts before the first or after the last note that was found. */
const costOutside = (starts: number) =>
  COST_OUTSIDE * starts + COST_FURTHER_OUTSIDE * Math.max(0, starts - FEW_OUTSIDE);

/**
 * The cheapest way to explain the sounds by the written notes: each sound is one written note, or extra;
 * each written note is one sound, or missing; the player may go back.
 * Dynamic programming over (target, sound) pairs, O(targets · sounds · skips).
 * @param targets in written order; @param sounds in order of onset.
 */
export function align(
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
  if (n === 0 || m === 0) return { matches: [], cost: n * COST_MISSING + m * COST_OUTSIDE };
  const costs = new Float64Array(n * m).fill(Number.POSITIVE_INFINITY);
  /** Predecessor cell; −1 where the path starts. */
  const from = new Int32Array(n * m).fill(-1);
  /** Cheapest cell of each sound among targets ≥ t: where a restart may come from. */
  const cheapestFrom = new Int32Array(n * m);
  const lastOfMeasures = targets.flatMap((_, i) => (targets[i + 1]?.startsMeasure ? [i] : []));
  for (let j = 0; j < m; j++) {
    const earliest = earliestBefore(j, sounds);
    const doubt = 1 - sounds[j]!.startStrength;
    const doubtOfRestart = COST_OF_DOUBTFUL_RESTART * doubt;
    for (let i = 0; i < n; i++) {
      const inside = targets[i]!.startsMeasure ? 0 : COST_RESTART_INSIDE;
      const goingBack = i === 0 ? COST_RESTART_AT_START : COST_RESTART + inside;
      const cell = j * n + i;
      let best = i * COST_MISSING + costOutside(playedBefore[j]!);
      let predecessor = -1;
      for (let j0 = earliest; j0 < j; j0++) {
        const skippedSounds = COST_EXTRA * (startsBefore[j]! - startsBefore[j0 + 1]!);
        const seconds = sounds[j]!.onsetSeconds - sounds[j0]!.onsetSeconds;
        for (let i0 = Math.max(0, i - 1 - MOST_SKIPPED_TARGETS); i0 < i; i0++) {
          const beats = targets[i]!.onsetBeats - targets[i0]!.onsetBeats;
          const cost =
            costs[j0 * n + i0]! +
            skippedSounds +
            costMissing(i0, i, targets) +
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
            COST_JUMP_AHEAD +
            doubtOfRestart +
            Math.min(
              timingCost(inSilence, seconds, options.secondsPerBeat, doubt),
              timingCost(jumpedOver, seconds, options.secondsPerBeat, doubt),
            );
          if (cost < best) [best, predecessor] = [cost, j0 * n + last];
        }
      }
      costs[cell] =
        best + pitchCost(targets[i]!, sounds[j]!, options.tuningSemitones) + COST_OF_DOUBT * doubt;
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
      (n - 1 - (cell % n)) * COST_MISSING,
      MOST_FOR_UNFINISHED + after * COST_AFTER_UNFINISHED,
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

/** The earliest sound that the note before the one of sound `j` may be. */
function earliestBefore(j: number, sounds: readonly Candidate[]): number {
  let skipped = 0;
  let j0 = j - 1;
  while (j0 > 0 && j - j0 <= MOST_SKIPPED_IN_ALL) {
    if (sounds[j0]!.startStrength >= SURELY_STARTED) skipped++;
    if (skipped > MOST_SKIPPED_SOUNDS) break;
    j0--;
  }
  return Math.max(0, j0);
}
