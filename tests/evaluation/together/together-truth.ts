import type { AskedSound } from '@/core/notation';

/** Mistakes of players with two hands or with a kit. */
export const HAND_MISTAKES = [
  'one hand late',
  'one hand alone',
  'hand stops',
  'wrong note',
  'left out',
  'hands apart',
  'added',
  'pause',
  'restart',
] as const;
export const KIT_MISTAKES = [
  'kick left out',
  'exchanged',
  'other hi-hat',
  'one voice alone',
  'one voice uneven',
  'left out',
  'late',
  'added',
  'pause',
  'restart',
] as const;
export type TogetherMistake = (typeof HAND_MISTAKES)[number] | (typeof KIT_MISTAKES)[number];

/** One head of the line, each time it is played. */
export interface WrittenHead {
  readonly noteId: string;
  readonly voice: number;
  readonly measureIndex: number;
  /** Quarter notes from the start of the line. */
  readonly quarters: number;
  readonly lengthQuarters: number;
  readonly asked: AskedSound;
}

/** A sound that was really made. */
export interface MadeSound {
  readonly onset: number;
  readonly end: number;
  readonly asked: AskedSound;
  readonly velocity: number;
}

/** What became of a written head. */
export interface HeadTruth extends WrittenHead {
  readonly found: 'right' | 'wrong' | 'missing';
  readonly onset: number | undefined;
  readonly timing: 'on' | 'early' | 'late';
  /** False where more than one verdict can be defended. */
  readonly isScored: boolean;
}

export interface TogetherTruth {
  readonly mistake: TogetherMistake | undefined;
  /** The voice that it was made in. */
  readonly voice: number | undefined;
  readonly heads: readonly HeadTruth[];
  readonly sounds: readonly MadeSound[];
  /** Sounds that nothing written asks for. */
  readonly extras: readonly MadeSound[];
  /** Measures that are not scored: beside a stop. */
  readonly unscored: readonly number[];
  readonly durationSeconds: number;
  readonly clickSeconds: readonly number[];
}
