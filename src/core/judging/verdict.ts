import type { PlayedSound } from '../following';
import type { BeatUnitName } from '../time';
import type { Policy } from './policy';

/** Changes whenever the same following could be judged differently under the same policy. */
export const JUDGING_VERSION = 1;

export type PitchVerdict = 'right' | 'wrong' | 'octave' | 'missing' | 'unclear';
export type OnsetVerdict = 'on' | 'early' | 'late' | 'missing';
export type LengthVerdict = 'full' | 'short' | 'long' | 'unclear';

export interface NoteVerdict {
  readonly noteId: string;
  /** Id of the printed note on the page. */
  readonly printedId: string;
  readonly measureIndex: number;
  readonly beat: number;
  /** Sounding pitch asked for; undefined for a stroke. */
  readonly writtenMidi: number | undefined;
  readonly played: PlayedSound | undefined;
  readonly pitch: PitchVerdict;
  readonly onset: OnsetVerdict;
  readonly deviationBeats: number;
  readonly deviationSeconds: number;
  readonly length: LengthVerdict;
}

export interface ExtraVerdict {
  readonly sound: PlayedSound;
  readonly measureIndex: number;
  readonly afterNoteId: string | undefined;
}

/** The ledger cell of one performed measure. */
export interface MeasureVerdict {
  /** Performed number, 0 for a pickup. */
  readonly number: number;
  readonly printedIndex: number;
  readonly notesRight: number;
  readonly rhythmRight: number;
  readonly written: number;
  readonly notesNeedWork: boolean;
  readonly rhythmNeedsWork: boolean;
  /** Seconds from the start of the recording; undefined when the measure was not played. */
  readonly startSeconds: number | undefined;
}

export interface InterruptionVerdict {
  readonly kind: 'pause' | 'restart';
  readonly measureNumber: number;
  readonly atSeconds: number;
  readonly seconds: number;
}

/** What Mevlo says about a take: a policy applied to facts. */
export interface Verdict {
  readonly version: number;
  readonly policy: Policy;
  /** `nothing-heard`: too little sounded to judge; the notes and measures then say missing, and nobody is blamed. */
  readonly state: 'judged' | 'nothing-heard';
  readonly tempo: {
    readonly askedBpm: number;
    readonly playedBpm: number | undefined;
    readonly beatUnit: BeatUnitName;
  };
  readonly tuningCents: number | undefined;
  readonly notes: readonly NoteVerdict[];
  readonly measures: readonly MeasureVerdict[];
  readonly extras: readonly ExtraVerdict[];
  readonly interruptions: readonly InterruptionVerdict[];
}
