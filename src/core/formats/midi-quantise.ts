import { grouped } from '../base';

/** A note of a MIDI track, in ticks. */
export interface PlayedNote {
  readonly key: number;
  readonly fromTick: number;
  readonly toTick: number;
}

/** In so many steps a quarter falls, so that sixteenths and thirds of it lie on them. */
export const STEPS_PER_QUARTER = 12;
const SIXTEENTH_STEPS = 3;
const THIRD_STEPS = 4;

/** Notes struck and let go together, in steps from the start. */
export interface GridChord {
  readonly from: number;
  readonly to: number;
  /** MIDI keys, highest first: the highest is the tune. */
  readonly keys: readonly number[];
}

/** How much of a note's room may be silent before its successor and still be only the player's articulation. */
const ARTICULATION_SHARE = 0.15;
/** Further off the grid than this share of a sixteenth, a note was not meant where it is put. */
const ROUGH_SHARE = 0.25;
/** Triplets must explain the notes of a quarter so much better than sixteenths do: who plays loosely plays sixteenths. */
const THIRDS_SHARE = 0.5;
const MOST_VOICES = 4;

/**
 * Places played notes on the grid of sixteenths, in quarters that hold a triplet on that of thirds, and shares them out to voices without
 * overlaps.
 * @param quarterAt where the quarter begins in which a step lies; undefined where there are no triplets.
 * @returns `stepOf` a tick; voices, the first holds the highest notes; `rough` lists the steps to which a note was moved far;
 *   `dropped` those of notes for which there was no voice left; `merged` those of repeats too fast for a sixteenth.
 */
export function quantise(
  notes: readonly PlayedNote[],
  ticksPerQuarter: number,
  quarterAt: (step: number) => number | undefined,
): {
  readonly stepOf: (tick: number) => number;
  readonly voices: readonly (readonly GridChord[])[];
  readonly rough: readonly number[];
  readonly dropped: readonly number[];
  readonly merged: readonly number[];
} {
  const starts = [...new Set(notes.map((note) => note.fromTick))].sort((a, b) => a - b);
  const nextStart = (tick: number) => firstAfter(starts, tick);
  const rough: number[] = [];
  const stepsOf = (tick: number) => (tick * STEPS_PER_QUARTER) / ticksPerQuarter;
  const inThirds = quartersInThirds(starts.map(stepsOf), quarterAt);
  const gridAt = (steps: number) => {
    const quarter = quarterAt(steps);
    return quarter !== undefined && inThirds.has(quarter) ? THIRD_STEPS : SIXTEENTH_STEPS;
  };
  const onGrid = (steps: number) => {
    const grid = gridAt(steps);
    const origin = grid === THIRD_STEPS ? quarterAt(steps)! : 0;
    return origin + Math.round((steps - origin) / grid) * grid;
  };
  const placed = notes.map((note) => {
    const steps = stepsOf(note.fromTick);
    const from = onGrid(steps);
    if (Math.abs(steps - from) > ROUGH_SHARE * SIXTEENTH_STEPS) rough.push(from);
    const next = nextStart(note.fromTick + ticksPerQuarter / 8);
    const end = soundingEnd(steps, stepsOf(note.toTick), next && stepsOf(next), onGrid);
    return { from, to: Math.max(from + gridAt(from), end), key: note.key };
  });
  const { chords, merged } = joinChords(placed);
  return { ...shareOut(chords), rough, merged, stepOf: (tick) => onGrid(stepsOf(tick)) };
}

/** @param sorted ascending. */
function firstAfter(sorted: readonly number[], value: number): number | undefined {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]! > value) high = middle;
    else low = middle + 1;
  }
  return sorted[low];
}

/** The end in steps; an end off the grid that nearly reaches (or slightly passes) the next note is meant to reach it. */
function soundingEnd(
  from: number,
  end: number,
  next: number | undefined,
  onGrid: (steps: number) => number,
): number {
  const isOnGrid = Math.abs(end - onGrid(end)) < 1e-6;
  if (!isOnGrid && next !== undefined && Math.abs(next - end) <= ARTICULATION_SHARE * (next - from))
    return onGrid(next);
  return onGrid(end);
}

/** Where the quarters begin in which notes begin on thirds. @param starts in steps. */
function quartersInThirds(
  starts: readonly number[],
  quarterAt: (step: number) => number | undefined,
): ReadonlySet<number> {
  const byQuarter = grouped(starts, (steps) => quarterAt(steps));
  const found = new Set<number>();
  for (const [quarter, inside] of byQuarter) {
    if (quarter === undefined) continue;
    const places = inside.map((steps) => steps - quarter);
    const offBy = (grid: number) =>
      places.reduce((sum, steps) => sum + Math.abs(steps - Math.round(steps / grid) * grid), 0);
    const hasThird = places.some((steps) => Math.round(steps / THIRD_STEPS) % 3 !== 0);
    if (hasThird && offBy(THIRD_STEPS) < THIRDS_SHARE * offBy(SIXTEENTH_STEPS)) found.add(quarter);
  }
  return found;
}

function joinChords(notes: readonly { from: number; to: number; key: number }[]) {
  const merged: number[] = [];
  const chords = new Map<string, { from: number; to: number; keys: number[] }>();
  for (const { from, to, key } of notes) {
    const place = `${from}-${to}`;
    const chord = chords.get(place) ?? { from, to, keys: [] };
    if (chord.keys.includes(key)) merged.push(from);
    else chord.keys.push(key);
    chords.set(place, chord);
  }
  const highestFirst: readonly GridChord[] = [...chords.values()].map((chord) => ({
    ...chord,
    keys: chord.keys.sort((a, b) => b - a),
  }));
  return {
    merged,
    chords: highestFirst.toSorted((a, b) => a.from - b.from || b.keys[0]! - a.keys[0]!),
  };
}

function shareOut(chords: readonly GridChord[]) {
  const voices: GridChord[][] = [];
  const dropped: number[] = [];
  for (const chord of chords) {
    const free = voices.find((voice) => (voice.at(-1)?.to ?? 0) <= chord.from);
    if (free) free.push(chord);
    else if (voices.length < MOST_VOICES) voices.push([chord]);
    else dropped.push(chord.from);
  }
  return { voices, dropped };
}
