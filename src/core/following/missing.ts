import { clamp } from '../base';
import { LEVEL_STEP_SECONDS, PITCH_STEP_SECONDS, SAME_START_SECONDS } from '../listening';
import { repeatsPitch } from '../notation';
import { HALF_WAY_SEMITONES } from '../pitch';
import { type FollowedNote, IN_PLACE_BEATS, type MissingSign, type Played } from './following';
import { type Found, type PlayedBefore, placeOf, playedBefore } from './found';
import { SOUNDS } from './model/weighing';

/** A strike this close to where a note is due, or a change of level where a repeat is, may be its start. */
const DUE_SECONDS = [0.06, 0.12] as const;

/** What sounds where a note was due is looked for so long after it, and compared with what was so long before. */
const LOOK_SECONDS = 0.25;

/** Looks again where the score says that a note should be: what sounded there, or whether it may have sounded after all. */
export function lookAgain(index: number, found: Found): FollowedNote {
  const { id: noteId, measureIndex } = found.notes[index]!;
  const before = playedBefore(index, found);
  const repeated = before && maybeWrongRepeat(index, before, found);
  if (repeated) return { noteId, measureIndex, kind: 'held-through', ...repeated };
  const through =
    before && (maybeHeldThrough(index, before, found) ?? maybeNextInstead(index, before, found));
  if (through?.isShown) return { noteId, measureIndex, kind: 'held-through', ...through.held };
  // Sound fills its place, but neither the pitch before it nor a note that was found.
  const sign = through ? 'unpitched-sound' : before && signOfMissing(index, before, found);
  return {
    noteId,
    measureIndex,
    kind: 'missing',
    sign,
    there: before && soundingThere(index, before, found),
  };
}

/** What sounded where a note was due, whether or not anything was made of it. */
function soundingThere(index: number, before: PlayedBefore, found: Found) {
  const { due, value } = placeOf(index, before, found);
  const levels = (from: number, to: number) =>
    found.levelsDb.slice(
      Math.max(0, Math.floor(from / LEVEL_STEP_SECONDS)),
      Math.max(0, Math.ceil(to / LEVEL_STEP_SECONDS)),
    );
  const there = levels(due - SAME_START_SECONDS, due + Math.min(value, LOOK_SECONDS));
  if (there.length === 0) return undefined;
  const levelDb = Math.max(...there);
  const leastBefore = Math.min(levelDb, ...levels(due - LOOK_SECONDS, due - SAME_START_SECONDS));
  return { levelDb, riseDb: levelDb - leastBefore };
}

/** A single note in whose place the next one was started: its pitch was played instead, if the place shows that pitch. */
function maybeNextInstead(index: number, before: PlayedBefore, found: Found) {
  const note = found.notes[index]!;
  const next = playedNext(index, found);
  if (next?.sound.midi === undefined || note.sound.kind !== 'pitched' || before.index !== index - 1)
    return undefined;
  const { due, value } = placeOf(index, before, found);
  const from = next.sound.onsetSeconds;
  const pitchErrorSemitones = next.sound.midi - found.tuningSemitones - note.sound.midi;
  if (Math.abs(pitchErrorSemitones) <= HALF_WAY_SEMITONES) return undefined;
  if (Math.abs(from - due) > value / 2) return undefined;
  return {
    isShown: isShown(next.sound.midi, from, due + value, found),
    held: {
      sound: { ...next.sound, endSeconds: due + value },
      pitchErrorSemitones,
    },
  };
}

/**
 * A repeat of a note that was played at another pitch, whose place shows that pitch: nobody knows whether it was started anew, but it
 * was not the written one.
 */
function maybeWrongRepeat(index: number, before: PlayedBefore, found: Found) {
  const note = found.notes[index]!;
  const { sound, pitchErrorSemitones = 0 } = before.played;
  if (sound.midi === undefined || before.index !== index - 1) return undefined;
  if (!repeatsPitch(note, found.notes[before.index]) || Math.abs(pitchErrorSemitones) <= HALF_WAY_SEMITONES)
    return undefined;
  const { due, value } = placeOf(index, before, found);
  if (sound.endSeconds < due + value / 2) return undefined;
  const isPitchShown = isShown(sound.midi, due, due + SOUNDS.fullShare * value, found);
  return isPitchShown ? goingOn(before.played, due, pitchErrorSemitones) : undefined;
}

/** A single note whose predecessor sounded on up to its successor: its pitch was not changed, if its place shows that pitch. */
function maybeHeldThrough(index: number, before: PlayedBefore, found: Found) {
  const note = found.notes[index]!;
  const next = playedNext(index, found);
  const { sound } = before.played;
  if (!next || !found.soundsAreSustained || before.index !== index - 1) return undefined;
  if (sound.midi === undefined || note.sound.kind !== 'pitched') return undefined;
  if (repeatsPitch(note, found.notes[before.index])) return undefined;
  const { due, value } = placeOf(index, before, found);
  const full = Math.min(due + SOUNDS.fullShare * value, next.sound.onsetSeconds - SAME_START_SECONDS);
  if (sound.endSeconds < Math.max(full, due + value / 2)) return undefined;
  return {
    isShown: isShown(sound.midi, due, next.sound.onsetSeconds, found),
    held: goingOn(before.played, due, sound.midi - found.tuningSemitones - note.sound.midi),
  };
}

/** The part of a sound from where the next note was due, with its distance from what is written there. */
const goingOn = ({ sound }: Played, due: number, pitchErrorSemitones: number) => ({
  sound: { ...sound, onsetSeconds: due },
  pitchErrorSemitones,
});

/**
 * Half of a note's place must show a pitch to speak for it. Measured on the evaluation's seeds 8001–11405: notes that were held
 * over show 1.0 of the pitch before them, notes that were played but not found at most 0.25.
 */
function isShown(midi: number, fromSeconds: number, toSeconds: number, { pitches }: Found): boolean {
  const shown = pitches.slice(
    Math.round(fromSeconds / PITCH_STEP_SECONDS),
    Math.round(toSeconds / PITCH_STEP_SECONDS),
  );
  const alike = shown.filter((pitch) => pitch !== null && Math.abs(pitch - midi) < HALF_WAY_SEMITONES);
  return alike.length > 0 && alike.length >= shown.length / 2;
}

function playedNext(index: number, { notes, followed }: Found): Played | undefined {
  const next = notes[index + 1] && followed.get(notes[index + 1]!.id);
  return next?.kind === 'played' ? next : undefined;
}

function signOfMissing(index: number, before: PlayedBefore, found: Found): MissingSign | undefined {
  const { due, value } = placeOf(index, before, found);
  const note = found.notes[index]!;
  const near = clamp(IN_PLACE_BEATS * before.secondsPerBeat, ...DUE_SECONDS);
  const isRepeat = found.notes
    .slice(before.index + 1, index + 1)
    .every((later) => repeatsPitch(later, found.notes[before.index]));
  if (isRepeat && before.played.sound.endSeconds >= due + value / 2)
    return found.levelChangesSeconds.some((change) => Math.abs(change - due) <= near)
      ? 'sound-changes'
      : 'sound-goes-on';
  if (!isPlaceKnown(index, before, found)) return undefined;
  const isStruck = found.signsSeconds.some(
    (sign) =>
      Math.abs(sign - due) <= near &&
      found.onsetsSeconds.every((other) => Math.abs(other - sign) > SAME_START_SECONDS),
  );
  if (isStruck) return 'something-struck';
  const from = due + SAME_START_SECONDS;
  const to = due + SOUNDS.fullShare * value;
  if (note.sound.kind === 'pitched' && isShown(note.sound.midi + found.tuningSemitones, from, to, found))
    return 'pitch-shows';
  const isFilled = found.unpitched?.fills(from, to, before.played.sound.levelDb);
  return isFilled ? 'unpitched-sound' : undefined;
}

/** Between two notes that were found only so much may be missing; ringing strings hide two at a time. */
function isPlaceKnown(index: number, before: PlayedBefore, found: Found): boolean {
  if (before.index === index - 1 && playedNext(index, found)) return true;
  if (found.soundsAreSustained) return false;
  return before.index === index - 1
    ? playedNext(index + 1, found) !== undefined
    : before.index === index - 2 && playedNext(index, found) !== undefined;
}
