/** A note of a MIDI track, in ticks. */
export interface PlayedNote {
  readonly key: number;
  readonly fromTick: number;
  readonly toTick: number;
}

/** Notes struck and let go together, on the grid of sixteenths. */
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
const MOST_VOICES = 4;

/**
 * Places played notes on the grid of sixteenths and shares them out to voices without overlaps.
 * @param ticksPerSixteenth may be a fraction.
 * @returns voices, the first holds the highest notes; `rough` lists the sixteenths to which a note was moved far;
 *   `dropped` those of notes for which there was no voice left; `merged` those of repeats too fast for a sixteenth.
 */
export function quantise(
  notes: readonly PlayedNote[],
  ticksPerSixteenth: number,
): {
  readonly voices: readonly (readonly GridChord[])[];
  readonly rough: readonly number[];
  readonly dropped: readonly number[];
  readonly merged: readonly number[];
} {
  const starts = [...new Set(notes.map((note) => note.fromTick))].sort((a, b) => a - b);
  const nextStart = (tick: number) => firstAfter(starts, tick);
  const rough: number[] = [];
  const placed = notes.map((note) => {
    const from = Math.round(note.fromTick / ticksPerSixteenth);
    if (Math.abs(note.fromTick / ticksPerSixteenth - from) > ROUGH_SHARE) rough.push(from);
    const end = soundingEnd(note, nextStart(note.fromTick + ticksPerSixteenth / 2), ticksPerSixteenth);
    return { from, to: Math.max(from + 1, end), key: note.key };
  });
  const { chords, merged } = joinChords(placed);
  return { ...shareOut(chords), rough, merged };
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

/** The end in sixteenths; an end off the grid that nearly reaches (or slightly passes) the next note is meant to reach it. */
function soundingEnd(note: PlayedNote, next: number | undefined, ticksPerSixteenth: number): number {
  const end = note.toTick / ticksPerSixteenth;
  const isOnGrid = Math.abs(end - Math.round(end)) < 1e-6;
  if (!isOnGrid && next !== undefined) {
    const room = next - note.fromTick;
    if (Math.abs(next - note.toTick) <= ARTICULATION_SHARE * room)
      return Math.round(next / ticksPerSixteenth);
  }
  return Math.round(end);
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
