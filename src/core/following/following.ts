import type { SoundingEvent } from '../listening';
import type { AskedSound } from '../notation';
import type { Beside } from './besides';

/** Changes whenever the same facts could be followed differently. */
export const FOLLOWING_VERSION = 17;

/** What lies so near its time is in its place: less is nobody's fault. */
export const IN_PLACE_BEATS = 0.15;

/**
 * Where the odd partials of the octave below are stronger than this (`octaveBelowDb`), that octave sounds. Measured on the evaluation's
 * seeds 14001–17405: of octaves too high that were played 40 of 44 lie below, of what only seemed one none (above −21 dB).
 */
export const LOWER_OCTAVE_SHOWS_DB = -24;

/**
 * Why a note that was not found may have sounded after all:
 * - `sound-goes-on`: it repeats the pitch before it, and that sound went on through its place: its start may be covered;
 * - `sound-changes`: the same, and where it was due that sound became louder or softer at once;
 * - `something-struck`: something started where it was due, but no pitch was found;
 * - `pitch-shows`: its place shows its pitch, but no start was heard: a short note between two that ring;
 * - `unpitched-sound`: its place is filled with sound, but no pitch was found.
 */
export type MissingSign =
  | 'sound-goes-on'
  | 'sound-changes'
  | 'something-struck'
  | 'pitch-shows'
  | 'unpitched-sound';

/** What became of one written note. */
export type FollowedNote = { readonly noteId: string; readonly measureIndex: number } & (
  | {
      readonly kind: 'played';
      readonly sound: SoundingEvent;
      /** How long something without a pitch had sounded before it, about as loud: it spoke late, but may have begun in time. */
      readonly unpitchedBeforeSeconds: number;
      /** The same after it: its pitch was lost under something else, but it may have gone on. */
      readonly unpitchedAfterSeconds: number;
      /** Start against the player's own steady pulse; positive is late. In beats of the meter, and in seconds. */
      readonly deviationBeats: number;
      readonly deviationSeconds: number;
      /** Standard error of the moment at which it should have begun: how unevenly the notes around it lie. */
      readonly doubtSeconds: number;
      /** Sounding time as a share of the written value at the player's tempo; undefined for strokes and plucked notes. */
      readonly soundedShare: number | undefined;
      /** Written value at the player's tempo. */
      readonly writtenSeconds: number;
      /** Heard pitch less written pitch, after taking off the take's tuning; undefined for strokes. */
      readonly pitchErrorSemitones: number | undefined;
      /** The pulse was set anew with this note, so its own start cannot be early or late. */
      readonly startsPulse: boolean;
    }
  | {
      /** It has no sound of its own: the one before went on through its place, or the next one was started there. */
      readonly kind: 'held-through';
      /** The part of that sound in this note's place. */
      readonly sound: SoundingEvent;
      readonly pitchErrorSemitones: number;
    }
  | {
      readonly kind: 'missing';
      /** Why it may have sounded after all; undefined when nothing speaks for it. */
      readonly sign: MissingSign | undefined;
      /** What sounded where it was due: the highest level, and how far that is above what was before. Undefined where nobody knows when. */
      readonly there: { readonly levelDb: number; readonly riseDb: number } | undefined;
    }
);

/** A written note that was found. */
export type Played = Extract<FollowedNote, { kind: 'played' }>;

/** What became of one head of a note, where every voice was listened to. */
export interface FollowedHead {
  readonly noteId: string;
  readonly voice: number;
  readonly measureIndex: number;
  /** Where it is written, in quarter notes from the start of the line. */
  readonly onsetQuarters: number;
  readonly asked: AskedSound;
  /** `other`: something else was struck in its place; `unclear`: it may have been struck. */
  readonly found: 'there' | 'other' | 'absent' | 'unclear';
  /** How likely it is as it is said, 0–1. */
  readonly likelihood: number;
  /** How much the sound speaks for it where it was due, 0–1 (`HeardMoment`); undefined where nothing began there. */
  readonly evidence: number | undefined;
  readonly sound: SoundingEvent | undefined;
  /** What was struck in its place. */
  readonly instead: AskedSound | undefined;
  /** Against the common pulse of all voices; 0 where it was not found. */
  readonly deviationSeconds: number;
  readonly deviationBeats: number;
  readonly doubtSeconds: number;
  readonly startsPulse: boolean;
}

/** What tells playing from talking, and one player from several. */
export interface ToneFacts {
  readonly count: number;
  readonly medianSeconds: number;
  /** How periodic they were, 0–1. */
  readonly medianClarity: number;
  /** Whether most of them are rather vowels. */
  readonly areMostlySaid: boolean;
}

export interface ExtraSound {
  readonly sound: SoundingEvent;
  /** The performed measure in which it sounded. */
  readonly measureIndex: number;
  /** The written note before it. */
  readonly afterNoteId: string | undefined;
}

export interface Interruption {
  readonly kind: 'pause' | 'restart';
  /** The performed measure in which the playing stopped. */
  readonly measureIndex: number;
  /** Where the pulse stopped, from the start of the recording. */
  readonly atSeconds: number;
  /** Time lost. */
  readonly seconds: number;
  /** For a restart: the performed measure gone back to. */
  readonly backToMeasureIndex: number | undefined;
}

/** What a stretch of a recording shows, from moment to moment: shares of its length, 0–1. */
export interface Shown {
  /** The pitch that is written there. */
  readonly asked: number;
  /** The pitch that was taken for what is written. */
  readonly taken: number;
  /** The pitch that is written before. */
  readonly before: number;
  /** No pitch at all. */
  readonly none: number;
  /** How loud it is on the whole, dB below full scale. */
  readonly levelDb: number;
}

/** What the place of a note shows, and the time between when it was due and when it came; of a note that came in time, that moment. */
export interface ShownNote {
  readonly place: Shown;
  readonly between: Shown;
}

/** How a recording lines up with what was written. Plain data, stored with its version. */
export interface Following {
  readonly version: number;
  /** One per written note, in written order; where every voice was listened to, one voice after the other. */
  readonly notes: readonly FollowedNote[];
  /** Of every voice, in the order in which they are due; undefined where one voice was listened to. */
  readonly heads: readonly FollowedHead[] | undefined;
  readonly extras: readonly ExtraSound[];
  /** What sounded in the place of each note, and of each note too many; undefined where every voice was listened to. */
  readonly shown:
    | { readonly notes: readonly (ShownNote | undefined)[]; readonly extras: readonly Shown[] }
    | undefined;
  readonly interruptions: readonly Interruption[];
  /** What started besides the notes that were found, in order, whoever made it. */
  readonly besides: readonly Beside[];
  /** Mean tempo in beat units per minute, pauses left out; undefined when fewer than two notes were found. */
  readonly playedBpm: number | undefined;
  /** Offset of the whole take from A = 440 Hz; undefined without pitched notes. */
  readonly tuningCents: number | undefined;
  /** Whether notes sounded as long as they were held; plucked and struck ones fade by themselves. */
  readonly soundsAreSustained: boolean;
  /** Level of the quiet parts of the recording, dB below full scale. */
  readonly noiseDb: number;
  /** What the sounds are like as a whole, whatever was written; undefined for a line without pitches. */
  readonly tones: ToneFacts | undefined;
  /** A foot, or something like it, kept the beat under the playing. */
  readonly hasFootBeside: boolean;
  /** Somebody talked beside the player. */
  readonly hasTalkBeside: boolean;
  /** Half steps by which the whole line was played away from what is written; undefined when it was not. */
  readonly transposedSemitones: number | undefined;
  /** When each performed measure begins in the recording, for the playhead; undefined where it was not played. */
  readonly measureSeconds: readonly (number | undefined)[];
}
