import type { FollowedNote } from '../following';
import type { WrittenNote } from '../notation';

export type Played = Extract<FollowedNote, { kind: 'played' }>;

/** A written note with what was played for it. */
export interface PlayedNote {
  readonly note: WrittenNote;
  readonly played: Played;
}
