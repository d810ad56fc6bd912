import { median } from '../base';
import {
  clarityOf,
  type Heard,
  LEAST_CLARITY_OF_ONE_TONE,
  PLAYERS_RANGE_DB,
  type Pluck,
  SAME_START_SECONDS,
  SHORTEST_TONE_SECONDS,
  type Tone,
} from '../listening';
import type { WrittenNote } from '../notation';
import { SAME_PITCH_SEMITONES } from '../pitch';
import { type Alignment, type Candidate, soundOf } from './alignment';
import type { ExtraSound } from './following';
import { SOUNDS } from './model/weighing';
import { BELOW_LINE_SEMITONES } from './somebody-else';

/** What is so much softer than the player's usual note disturbs nobody: an echo, a breath, or somebody further away. */
export const LOUD_BELOW_USUAL_DB = 12;

interface ExtrasOfTake {
  readonly secondsPerBeat: number;
  readonly soundsAreSustained: boolean;
  readonly hasTalkBeside: boolean;
}

/**
 * The notes too many: sounds that are no written note, but for what is an echo, a noise, or still rings.
 * @param alignment of `notes` with `sounds`, which are those of `heard`.
 */
export function findExtras(
  { matches }: Alignment,
  notes: readonly WrittenNote[],
  sounds: readonly Candidate[],
  heard: Heard,
  take: ExtrasOfTake,
): ExtraSound[] {
  const first = matches[0];
  const last = matches.at(-1);
  if (!first || !last) return [];
  const used = new Set(matches.map((match) => match.sound));
  const from = sounds[first.sound]!.onsetSeconds - SOUNDS.outsideBeats * take.secondsPerBeat;
  const to = sounds[last.sound]!.endSeconds + SOUNDS.outsideBeats * take.secondsPerBeat;
  const played = [...used].map((index) => sounds[index]!);
  const isTone = toneTest(notes, played, heard, take);
  const softestDb = Math.min(...played.map(({ levelDb }) => levelDb));
  return sounds.flatMap((sound, index) => {
    if (used.has(index) || sound.onsetSeconds < from || sound.onsetSeconds > to) return [];
    const isNote =
      sound.kind === 'stroke'
        ? sound.levelDb >= softestDb - SOUNDS.noiseBelowSoftestDb
        : isTone(sound) && !isTail(sound, sounds[index - 1]);
    if (!isNote) return [];
    if (isGrace(sound, matches, notes, sounds)) return [];
    const before = matches.findLast((match) => match.sound < index);
    const note = notes[(before ?? first).target]!;
    return [{ sound: soundOf(sound), measureIndex: note.measureIndex, afterNoteId: before && note.id }];
  });
}

/** Small notes are played just before their note or, against it, at once with it. Nobody is judged by them. */
export const GRACE_SECONDS = 0.4;

function isGrace(
  { onsetSeconds }: Candidate,
  matches: Alignment['matches'],
  notes: readonly WrittenNote[],
  sounds: readonly Candidate[],
): boolean {
  return matches.some(
    ({ target, sound }) =>
      notes[target]!.graces.length > 0 &&
      Math.abs(sounds[sound]!.onsetSeconds - onsetSeconds) <= GRACE_SECONDS,
  );
}

/** The room's tail of a tone, when it is taken for one of its own: of the same pitch, at once, and softer. */
function isTail(sound: Candidate, before: Candidate | undefined): boolean {
  if (before?.midi === undefined || sound.midi === undefined) return false;
  return (
    Math.abs(sound.midi - before.midi) <= SAME_PITCH_SEMITONES &&
    sound.onsetSeconds - before.endSeconds <= SAME_START_SECONDS &&
    sound.levelDb <= before.levelDb - PLAYERS_RANGE_DB
  );
}

/** Whether a tone that is not written was played, for a whole take. @param played what was taken for notes of the line. */
function toneTest(
  notes: readonly WrittenNote[],
  played: readonly Candidate[],
  heard: Heard,
  { soundsAreSustained, hasTalkBeside }: ExtrasOfTake,
): (sound: Tone | Pluck) => boolean {
  const levels = heard.tones.map((tone) => tone.levelDb);
  const usualDb = levels.length > 0 ? median(levels) : 0;
  const playedDb = median(played.map(({ levelDb }) => levelDb));
  const lowestMidi = Math.min(
    ...notes.flatMap(({ sound }) => (sound.kind === 'pitched' ? [sound.midi] : [])),
  );
  const isStruck = (seconds: number) =>
    heard.strikes.some((strike) => Math.abs(strike.onsetSeconds - seconds) <= SAME_START_SECONDS);
  return (sound) => {
    const { onsetSeconds, endSeconds, levelDb, midi } = sound;
    const isFaint = levelDb < playedDb - LOUD_BELOW_USUAL_DB;
    const isShort = endSeconds - onsetSeconds < SHORTEST_TONE_SECONDS;
    const isNoise = clarityOf(sound) < LEAST_CLARITY_OF_ONE_TONE;
    const isTooLow = midi < lowestMidi - BELOW_LINE_SEMITONES;
    // Where sounds fade by themselves, what was not struck still rings from before, when it is softer or, where somebody talks, was only found
    // as something new in the spectrum: a word has that as well.
    const isRinging =
      !soundsAreSustained &&
      ((sound.kind === 'pluck' && hasTalkBeside) || levelDb < usualDb - PLAYERS_RANGE_DB) &&
      !isStruck(onsetSeconds);
    return !(isFaint || isShort || isNoise || isTooLow || isRinging);
  };
}
