import { SHORTEST_TONE_SECONDS } from '../listening';
import { SAME_PITCH_SEMITONES } from '../pitch';
import type { Alignment, Candidate, Match, Target } from './alignment';
import { PULSE } from './model/weighing';
import { type PulsePoint, shiftSeconds } from './pulse';

/**
 * Who stops on the first note of going back plays it twice: once in time, and again after the stop, from where the pulse goes
 * on. To an alignment that reads each note once, the first of the two is a note too many, and what came before seems early.
 * @param secondsPerBeat of the take.
 * @returns the alignment with the abandoned attempt as a match of its own, and the second one as a restart.
 */
export function withRetakenNotes(
  alignment: Alignment,
  sounds: readonly Candidate[],
  targets: readonly Target[],
  secondsPerBeat: number,
): Alignment {
  const read = alignment.matches.map(
    ({ target, sound, restart }): Reading => ({
      beats: targets[target]!.onsetBeats,
      seconds: sounds[sound]!.onsetSeconds,
      sound,
      restart,
    }),
  );
  const matches = alignment.matches.flatMap((match, index): Match[] => {
    const attempt = abandonedAttempt(read[index - 1], read[index]!, read[index + 1], sounds, secondsPerBeat);
    return attempt === undefined
      ? [match]
      : [
          { ...match, sound: attempt },
          { ...match, restart: true },
        ];
  });
  return { ...alignment, matches };
}

/** A match with where it is written and when it was played. */
interface Reading extends PulsePoint {
  readonly sound: number;
  readonly restart: boolean;
}

/** @returns the sound of it: one that no note was read from, as it lies between two neighbours. */
function abandonedAttempt(
  before: Reading | undefined,
  here: Reading,
  next: Reading | undefined,
  sounds: readonly Candidate[],
  secondsPerBeat: number,
): number | undefined {
  if (!before || !next || here.restart || next.restart) return undefined;
  const due = before.seconds + (here.beats - before.beats) * secondsPerBeat;
  const shift = here.seconds - due;
  // A note that was due long before is not late but begun anew, when an attempt at it came where it was due, and what follows goes on from the second.
  if (shift < shiftSeconds(PULSE.skipAfterRestBeats, secondsPerBeat)) return undefined;
  const onward = next.seconds - here.seconds - (next.beats - here.beats) * secondsPerBeat;
  if (Math.abs(onward) > shift / 2) return undefined;
  for (let sound = here.sound - 1; sound > before.sound; sound--) {
    const attempt = sounds[sound]!;
    if (
      attempt.endSeconds - attempt.onsetSeconds >= SHORTEST_TONE_SECONDS &&
      Math.abs(attempt.onsetSeconds - due) <= shift / 2 &&
      isSamePitch(attempt.midi, sounds[here.sound]!.midi)
    )
      return sound;
  }
  return undefined;
}

/** Strokes are left alone: chairs and hands sound like them. */
function isSamePitch(a: number | undefined, b: number | undefined): boolean {
  return a !== undefined && b !== undefined && Math.abs(a - b) <= SAME_PITCH_SEMITONES;
}
