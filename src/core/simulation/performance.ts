import type { DrumId } from '../notation';

/** One sound that a player makes. */
export interface PlayedEvent {
  /** Sounding pitch with cents as fraction; undefined for a stroke without pitch. */
  readonly midi: number | undefined;
  /** Of a kit, what was struck. */
  readonly drum?: DrumId | undefined;
  readonly onsetSeconds: number;
  readonly endSeconds: number;
  /** Loudness relative to the player's middle, in dB. */
  readonly levelDb: number;
  /** Begun without a fresh tongue, stroke or bow. */
  readonly slurred: boolean;
  /** The written note this was meant to be; undefined for an extra one. */
  readonly noteId: string | undefined;
}

/** A mistake the simulated student makes on purpose. */
export type Flaw =
  | { readonly kind: 'wrong'; readonly noteId: string; readonly semitones: number }
  | { readonly kind: 'missing'; readonly noteId: string }
  | { readonly kind: 'late'; readonly noteId: string; readonly beats: number }
  | { readonly kind: 'early'; readonly noteId: string; readonly beats: number }
  | { readonly kind: 'cut-short'; readonly noteId: string; readonly keptShare: number }
  | { readonly kind: 'extra-after'; readonly noteId: string; readonly semitones: number }
  | { readonly kind: 'tie-restruck'; readonly noteId: string }
  /** Comes in too soon after the rest before the note, and goes on from there. */
  | { readonly kind: 'rest-cut'; readonly noteId: string; readonly beats: number }
  /** Holds the note into the rest after it. */
  | { readonly kind: 'held-on'; readonly noteId: string; readonly beats: number }
  /** The whole voice of the note is not played: a hand that does not join in, a foot that rests. */
  | { readonly kind: 'voice-silent'; readonly noteId: string }
  /** The whole voice of the note comes so much behind the others. */
  | { readonly kind: 'voice-late'; readonly noteId: string; readonly beats: number }
  | { readonly kind: 'pause-before'; readonly noteId: string; readonly seconds: number }
  /** Breaks off after the note, waits, and begins again at an earlier one. */
  | {
      readonly kind: 'restart-after';
      readonly noteId: string;
      readonly backToNoteId: string;
      readonly seconds: number;
    };

export interface PlayingStyle {
  readonly seed: number;
  /** Metronome beats per minute actually played. */
  readonly bpm: number;
  /** Silence before the first beat of the line. */
  readonly leadSeconds: number;
  /** Standard deviation of note starts around the player's pulse. */
  readonly timingSeconds: number;
  /** Share by which the tempo wanders slowly, e.g. 0.02. */
  readonly tempoWander: number;
  /** Offset of the whole take from concert pitch. */
  readonly tuningCents: number;
  /** Standard deviation of single notes around that. */
  readonly intonationCents: number;
}

export const STEADY_STYLE: Omit<PlayingStyle, 'seed' | 'bpm'> = {
  leadSeconds: 1,
  timingSeconds: 0.012,
  tempoWander: 0.01,
  tuningCents: 0,
  intonationCents: 6,
};

export interface Performance {
  /** In order of onset. */
  readonly events: readonly PlayedEvent[];
  readonly durationSeconds: number;
}
