import type { SoundingEvent } from '../listening';
import type { AskedSound } from '../notation';
import type { BeatUnitName } from '../time';
import type { CharacterFinding } from './character';
import type { FigureFinding } from './figures';
import type { Intonation } from './intonation';
import type { Policy } from './policy';
import type { Scope } from './scope';
import type { TempoCourse } from './tempo-course';

/** Changes whenever the same following could be judged differently under the same policy. */
export const JUDGING_VERSION = 19;

/** `not-asked`: a stroke has no pitch; `unclear`: it could not be heard well enough. */
export type PitchVerdict = 'right' | 'wrong' | 'octave' | 'missing' | 'unclear' | 'not-asked';
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
  /** Of a line whose voices were all listened to: the name of its voice, where it has several, and each of its heads. */
  readonly voice?: string | undefined;
  readonly heads?: readonly HeadVerdict[] | undefined;
  readonly played: SoundingEvent | undefined;
  readonly pitch: PitchVerdict;
  readonly onset: OnsetVerdict;
  readonly deviationBeats: number;
  readonly deviationSeconds: number;
  readonly length: LengthVerdict;
  /** Its value, in beats of its measure. */
  readonly writtenBeats: number;
  /** How long it sounded; undefined where that is not asked or not known. */
  readonly soundedBeats: number | undefined;
  /** How likely it is as it is said, 0–1: of what is held against the player so many in a hundred are so. What was found as it is written is certain. */
  readonly confidence: number;
}

/** One head of a note, where every voice was listened to. */
export interface HeadVerdict {
  readonly asked: AskedSound;
  readonly pitch: 'right' | 'wrong' | 'missing' | 'unclear';
  /** What was struck in its place. */
  readonly instead: AskedSound | undefined;
}

/** What is said of one voice, hand or drum. */
export interface VoiceVerdict {
  readonly name: string;
  /** One cell for each performed measure, of this voice alone. */
  readonly measures: readonly MeasureVerdict[];
  /** Hardly anything of it was heard, though the others were played. */
  readonly isSilent: boolean;
  /** It was played in the place of another one, and that one in its own: the name of that one. */
  readonly exchangedWith: string | undefined;
}

export interface ExtraVerdict {
  readonly sound: SoundingEvent;
  readonly measureIndex: number;
  readonly afterNoteId: string | undefined;
  /** How likely it was the player's, 0–1; not there in verdicts of before. */
  readonly confidence?: number | undefined;
}

/** The ledger cell of one performed measure. */
export interface MeasureVerdict {
  /** As it is printed, 0 for a pickup: a measure that is repeated has the same number both times. */
  readonly number: number;
  readonly printedIndex: number;
  /** 1 the first time the printed measure is played. */
  readonly pass: number;
  readonly notesRight: number;
  readonly rhythmRight: number;
  readonly written: number;
  readonly notesNeedWork: boolean;
  readonly rhythmNeedsWork: boolean;
  /** A note too many or a stop, which disturb the rhythm whatever its notes are. */
  readonly isDisturbed: boolean;
  /** Notes that could not be heard well enough to judge: the teacher is asked. */
  readonly unclear: number;
  /** Mean confidence of its notes, 0–1. */
  readonly confidence: number;
  /** Seconds from the start of the recording; undefined when the measure was not played. */
  readonly startSeconds: number | undefined;
}

export interface InterruptionVerdict {
  readonly kind: 'pause' | 'restart';
  readonly measureIndex: number;
  /** As it is printed. */
  readonly measureNumber: number;
  readonly atSeconds: number;
  readonly seconds: number;
  /** How likely it was a stop, 0–1; not there in verdicts of before. */
  readonly confidence?: number | undefined;
}

/**
 * Whether a take was judged at all. Otherwise notes and measures say what was found, and nobody is blamed:
 * - `nothing-heard`: too little sounded;
 * - `unclear-sound`: it could not be heard well enough;
 * - `speech`: somebody talked;
 * - `several-sounds`: more than one thing sounded at once, other players or ringing strings;
 * - `other-line`: something else was played;
 * - `transposed`: this line, but as another instrument or another octave reads it.
 */
export type VerdictState =
  | 'judged'
  | 'nothing-heard'
  | 'unclear-sound'
  | 'speech'
  | 'several-sounds'
  | 'other-line'
  | 'transposed';

/** What Mevlo says about a take: a policy applied to facts. */
export interface Verdict {
  readonly version: number;
  readonly policy: Policy;
  readonly state: VerdictState;
  /** What of the line it speaks of; not there in verdicts of before. */
  readonly scope?: Scope | undefined;
  /** Half steps by which the whole line was played away from what is written, in that state. */
  readonly transposedSemitones: number | undefined;
  readonly tempo: {
    readonly askedBpm: number;
    readonly playedBpm: number | undefined;
    readonly beatUnit: BeatUnitName;
    readonly course: TempoCourse;
  };
  readonly tuningCents: number | undefined;
  readonly notes: readonly NoteVerdict[];
  readonly measures: readonly MeasureVerdict[];
  /** Of every hand or drum, where all of them were listened to. */
  readonly voices?: readonly VoiceVerdict[] | undefined;
  /** Measures in which the hands did not come together. */
  readonly apartMeasures?: readonly number[] | undefined;
  readonly extras: readonly ExtraVerdict[];
  readonly interruptions: readonly InterruptionVerdict[];
  /** Rhythms that went wrong as a whole. */
  readonly figures: readonly FigureFinding[];
  /** How it was in tune, which costs nothing; undefined where tones do not last. */
  readonly intonation: Intonation | undefined;
  /** A foot kept the beat, which cost nothing; not there in verdicts of before. */
  readonly hasFootBeside?: boolean | undefined;
  /** Somebody talked beside the player, which cost nothing; not there in verdicts of before. */
  readonly hasTalkBeside?: boolean | undefined;
  /** What was done of slurs, accents, dynamics and their like; it never costs a mark. */
  readonly character: readonly CharacterFinding[];
}
