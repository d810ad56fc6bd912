import type { WrittenNote } from '../notation';
import { toNumber } from '../time';
import type { FollowedNote } from './following';

/** So much of a repeated note, at the pulse before it, must have sounded. */
const LEAST_HELD_SHARE = 0.3;

/**
 * Whether a note that was not found repeats the pitch before it, and the sound before it went on through its place:
 * either it was not struck again, or its start was covered.
 * @param followed what is known of the notes before it, by id.
 */
export function isHeldThrough(
  index: number,
  notes: readonly WrittenNote[],
  followed: ReadonlyMap<string, FollowedNote>,
  beatQuarters: number,
): boolean {
  const note = notes[index]!;
  for (let at = index - 1; at >= 0; at--) {
    const before = notes[at]!;
    if (!repeats(note, before)) return false;
    const found = followed.get(before.id);
    if (found?.kind !== 'played') continue;
    const secondsPerBeat = found.writtenSeconds / before.beats;
    const beats = (toNumber(note.onsetQuarters) - toNumber(before.onsetQuarters)) / beatQuarters;
    const due = found.sound.onsetSeconds - found.deviationSeconds + beats * secondsPerBeat;
    return found.sound.endSeconds >= due + LEAST_HELD_SHARE * note.beats * secondsPerBeat;
  }
  return false;
}

/** Whether two written notes have the same pitch; strokes have none. */
export function repeats(note: WrittenNote, before: WrittenNote | undefined): boolean {
  return (
    note.sound.kind === 'pitched' && before?.sound.kind === 'pitched' && note.sound.midi === before.sound.midi
  );
}
