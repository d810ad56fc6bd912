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

export interface AlignOptions {
  readonly secondsPerBeat: number;
  readonly tuningSemitones: number;
}
