import { clamp, median } from '../base';
import { type Heard, LEVEL_STEP_SECONDS, PITCH_STEP_SECONDS, SILENCE_DB } from '../listening';
import { HALF_WAY_SEMITONES } from '../pitch';
import type { ExtraSound, FollowedNote, Shown, ShownNote } from './following';
import { type Found, placeOf, playedBefore } from './found';

/** What every note's place shows; undefined where nobody knows when it was due. @param notes all of them, in written order. */
export function shownByNotes(
  notes: readonly FollowedNote[],
  found: Found,
): readonly (ShownNote | undefined)[] {
  return notes.map((note, index) => {
    const before = playedBefore(note.kind === 'played' ? index + 1 : index, found);
    if (!before) return undefined;
    const { due, value } = placeOf(index, before, found);
    const sound = note.kind === 'missing' ? undefined : note.sound;
    const came = sound?.onsetSeconds ?? due;
    const looked = { asked: askedAt(index, found), taken: sound?.midi, before: askedAt(index - 1, found) };
    return {
      place: shownIn(found, came, came + value, looked),
      between: shownIn(found, Math.min(due, came), Math.max(due, came), looked),
    };
  });
}

/** What sounded where each note too many was heard. */
export function shownByExtras(extras: readonly ExtraSound[], found: Found): readonly Shown[] {
  return extras.map(({ sound, afterNoteId }) => {
    const before = found.notes.findIndex(({ id }) => id === afterNoteId);
    const looked = {
      asked: askedAt(before + 1, found),
      taken: sound.midi,
      before: askedAt(before, found),
    };
    return shownIn(found, sound.onsetSeconds, sound.endSeconds, looked);
  });
}

/** As it would sound in the tuning of the take. */
function askedAt(index: number, { notes, tuningSemitones }: Found): number | undefined {
  const sound = notes[index]?.sound;
  return sound?.kind === 'pitched' ? sound.midi + tuningSemitones : undefined;
}

/** Of an empty stretch, and of one beyond the recording, the moment next to it. */
function shownIn(
  { pitches, levelsDb }: Pick<Heard, 'pitches' | 'levelsDb'>,
  fromSeconds: number,
  toSeconds: number,
  looked: Readonly<Record<'asked' | 'taken' | 'before', number | undefined>>,
): Shown {
  const within = <Value>(values: readonly Value[], stepSeconds: number) => {
    const from = clamp(Math.floor(fromSeconds / stepSeconds), 0, values.length - 1);
    return values.slice(from, Math.max(from + 1, Math.ceil(toSeconds / stepSeconds)));
  };
  const shown = within(pitches, PITCH_STEP_SECONDS);
  const levels = within(levelsDb, LEVEL_STEP_SECONDS);
  const share = (isOne: (pitch: number | null) => boolean) =>
    shown.filter(isOne).length / Math.max(1, shown.length);
  const shareOf = (midi: number | undefined) =>
    midi === undefined ? 0 : share((pitch) => pitch !== null && Math.abs(pitch - midi) <= HALF_WAY_SEMITONES);
  return {
    asked: shareOf(looked.asked),
    taken: shareOf(looked.taken),
    before: shareOf(looked.before),
    none: share((pitch) => pitch === null),
    levelDb: levels.length > 0 ? median(levels) : SILENCE_DB,
  };
}
