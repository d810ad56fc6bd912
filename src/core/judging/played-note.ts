import type { Played } from '../following';
import type { WrittenNote } from '../notation';

/** A written note with what was played for it. */
export interface PlayedNote {
  readonly note: WrittenNote;
  readonly played: Played;
}
