import type { SoundingEvent } from '../listening';

/**
 * A sound that may be a written note. A start that is doubtful, as that of a tone of the same pitch that may only seem to start anew,
 * may be left out for little, and is used where the score has a note.
 */
export type Candidate = SoundingEvent & {
  /** What it costs to leave it outside the line, beside a usual sound: less when it may be talk, more when it surely was played. */
  readonly playedWeight: number;
  /** Probably not the player's: a word, a chair. It may still be the note that is written, but is none too many and prolongs none. */
  readonly isOthers: boolean;
  /** How long something without a pitch had sounded before it, about as loud. */
  readonly unpitchedBeforeSeconds: number;
};

/** A sound by itself, without what the follower thinks of it. */
export function soundOf({
  playedWeight: _weight,
  isOthers: _isOthers,
  unpitchedBeforeSeconds: _before,
  ...sound
}: Candidate): SoundingEvent {
  return sound;
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

export interface AlignOptions {
  readonly secondsPerBeat: number;
  readonly tuningSemitones: number;
  /** What a sound costs as a target, both by their places; by its pitch if nothing is said. */
  readonly mismatch?: ((target: number, sound: number) => number) | undefined;
  /** What going back costs more than usual: in a groove every measure looks like the first one. */
  readonly moreForGoingBack?: number | undefined;
}
