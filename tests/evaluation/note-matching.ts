/** A note as a transcriber reports it. */
export interface TranscribedNote {
  readonly onsetSeconds: number;
  readonly endSeconds: number;
  readonly midi: number;
}

const ONSET_TOLERANCE_SECONDS = 0.05;
const PITCH_TOLERANCE_SEMITONES = 0.5;

/** mir_eval rounds distances of onsets to four decimals before it compares them. */
const rounded = (seconds: number) => Math.round(seconds * 1e4) / 1e4;

/**
 * How many reported notes are notes of the reference: a largest one-to-one matching of those within 50 ms and 50 cents.
 * Source: the note transcription measure without offsets of C. Raffel et al., "mir_eval", ISMIR 2014.
 */
export function matchedNotes(
  reference: readonly TranscribedNote[],
  reported: readonly TranscribedNote[],
): number {
  const able = reference.map((note) =>
    reported.flatMap((other, index) =>
      rounded(Math.abs(other.onsetSeconds - note.onsetSeconds)) <= ONSET_TOLERANCE_SECONDS &&
      Math.abs(other.midi - note.midi) <= PITCH_TOLERANCE_SEMITONES
        ? [index]
        : [],
    ),
  );
  /** For each reported note, the reference note that has it. */
  const takenBy = new Map<number, number>();
  const place = (note: number, seen: Set<number>): boolean =>
    able[note]!.some((index) => {
      if (seen.has(index)) return false;
      seen.add(index);
      const owner = takenBy.get(index);
      if (owner !== undefined && !place(owner, seen)) return false;
      takenBy.set(index, note);
      return true;
    });
  return reference.filter((_, note) => place(note, new Set())).length;
}
