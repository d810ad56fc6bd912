import type { Alignment, Match, Target } from './align';
import type { HeardSound } from './candidates';

/** Two sounds are of one pitch when they are this close. */
const SAME_PITCH_SEMITONES = 0.6;
/** Shorter sounds are no attempt at a note. */
const SHORTEST_ATTEMPT_SECONDS = 0.07;
/** A note that was due this long before is not late but begun anew … */
const LEAST_SHIFT_BEATS = 0.3;
const LEAST_SHIFT_SECONDS = 0.2;
/** … when an attempt at it came where it was due: within so much of that shift. */
const DUE_SHARE = 0.4;
/** What follows goes on from the second attempt: within so much of the shift. */
const GOES_ON_SHARE = 0.5;

/**
 * Who stops on the first note of going back plays it twice: once in time, and again after the stop, from where the pulse goes
 * on. To an alignment that reads each note once, the first of the two is a note too many, and what came before seems early.
 * @param secondsPerBeat of the take.
 * @returns the alignment with the abandoned attempt as a match of its own, and the second one as a restart.
 */
export function withRetakenNotes(
  alignment: Alignment,
  sounds: readonly HeardSound[],
  targets: readonly Target[],
  secondsPerBeat: number,
): Alignment {
  const used = new Set(alignment.matches.map(({ sound }) => sound));
  const matches = alignment.matches.flatMap((match, index): Match[] => {
    const attempt = abandonedAttempt(match, index, alignment.matches, used, sounds, targets, secondsPerBeat);
    return attempt === undefined
      ? [match]
      : [
          { ...match, sound: attempt },
          { ...match, restart: true },
        ];
  });
  return { ...alignment, matches };
}

function abandonedAttempt(
  match: Match,
  index: number,
  matches: readonly Match[],
  used: ReadonlySet<number>,
  sounds: readonly HeardSound[],
  targets: readonly Target[],
  secondsPerBeat: number,
): number | undefined {
  const before = matches[index - 1];
  const next = matches[index + 1];
  if (!before || !next || match.restart || next.restart) return undefined;
  const at = (of: Match) => sounds[of.sound]!.onsetSeconds;
  const beatsOf = (of: Match) => targets[of.target]!.onsetBeats;
  const due = at(before) + (beatsOf(match) - beatsOf(before)) * secondsPerBeat;
  const shift = at(match) - due;
  if (shift < LEAST_SHIFT_SECONDS || shift < LEAST_SHIFT_BEATS * secondsPerBeat) return undefined;
  const onward = at(next) - at(match) - (beatsOf(next) - beatsOf(match)) * secondsPerBeat;
  if (Math.abs(onward) > GOES_ON_SHARE * shift) return undefined;
  for (let sound = match.sound - 1; sound > before.sound; sound--) {
    const attempt = sounds[sound]!;
    const isFree = !used.has(sound) && attempt.endSeconds - attempt.onsetSeconds >= SHORTEST_ATTEMPT_SECONDS;
    if (
      isFree &&
      Math.abs(attempt.onsetSeconds - due) <= DUE_SHARE * shift &&
      isSamePitch(attempt.midi, sounds[match.sound]!.midi)
    )
      return sound;
  }
  return undefined;
}

/** Strokes are left alone: chairs and hands sound like them. */
function isSamePitch(a: number | undefined, b: number | undefined): boolean {
  return a !== undefined && b !== undefined && Math.abs(a - b) <= SAME_PITCH_SEMITONES;
}
