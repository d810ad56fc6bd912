import type { WrittenNote } from '../notation';
import type { FollowedNote, Played } from './following';
import type { UnpitchedSound } from './unpitched';

/** What is known of the notes that were found, and of the starts in the recording. */
export interface Found {
  readonly notes: readonly WrittenNote[];
  /** By note id. */
  readonly followed: ReadonlyMap<string, FollowedNote>;
  /** Of all notes, in beats of the opening tempo from the start of the line. */
  readonly onsetBeats: readonly number[];
  readonly lengthBeats: readonly number[];
  /** When something may have started, by the strikes, and in ringing sounds by doubtful signs as well. */
  readonly signsSeconds: readonly number[];
  /** Starts of all sounds that were taken for notes. */
  readonly onsetsSeconds: readonly number[];
  /** Pitch from moment to moment, as in `Heard`. */
  readonly pitches: readonly (number | null)[];
  /** Level from moment to moment, as in `Heard`. */
  readonly levelsDb: readonly number[];
  /** When the level of a sound changed at once. */
  readonly levelChangesSeconds: readonly number[];
  /** Undefined where strings ring on. */
  readonly unpitched: UnpitchedSound | undefined;
  readonly soundsAreSustained: boolean;
  readonly tuningSemitones: number;
}

/** The last note before another that was found. */
export interface PlayedBefore {
  readonly index: number;
  readonly played: Played;
  readonly secondsPerBeat: number;
}

/** Undefined where nothing was found before it. */
export function playedBefore(
  index: number,
  { notes, followed, lengthBeats }: Found,
): PlayedBefore | undefined {
  for (let at = index - 1; at >= 0; at--) {
    const note = notes[at]!;
    const played = followed.get(note.id);
    if (played?.kind === 'played')
      return { index: at, played, secondsPerBeat: played.writtenSeconds / lengthBeats[at]! };
  }
  return undefined;
}

/** When a note was due, and how long it is, by the pulse of the one before. In seconds. */
export function placeOf(index: number, before: PlayedBefore, { onsetBeats, lengthBeats }: Found) {
  const beats = onsetBeats[index]! - onsetBeats[before.index]!;
  const { sound, deviationSeconds } = before.played;
  return {
    due: sound.onsetSeconds - deviationSeconds + beats * before.secondsPerBeat,
    value: lengthBeats[index]! * before.secondsPerBeat,
  };
}
