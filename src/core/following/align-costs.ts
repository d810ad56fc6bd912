import { LIKELIER_THAN_NOT } from '../base';
import { SAME_PITCH_SEMITONES } from '../pitch';
import type { Candidate, Target } from './alignment';

// Costs are in units of "one clearly wrong note". Their order matters, not their third digit:
// a wrong note is cheaper than a missing one plus an extra one, a restart dearer than one or two extras.
export const COST_WRONG_PITCH = 1.2;
const COST_OCTAVE = 0.7;
export const COST_MISSING = 1.5;
export const COST_EXTRA = COST_WRONG_PITCH;
/** Taking a start that is not there at all for a note costs so much more than taking a sure one. */
export const COST_OF_DOUBT = 1;
/** Going back to the middle of a measure; nobody stops or goes back without a clear start. */
export const COST_OF_DOUBTFUL_JUMP = 3;
/** Talk, a count-in or a false start before the line, and noises after it: a few, and what is more are notes too many. */
export const COST_OUTSIDE = 0.5;
const FEW_OUTSIDE = 12;
export const COST_RESTART = 2.2;
/** Beginning the whole line again after a few notes is the likeliest of all. */
export const COST_RESTART_AT_START = 0.9;
/** Leaving out a measure or a line, jumping over it, or stopping before the end: so much, however long it is. */
export const COST_JUMP_AHEAD = 4.5;
/** A beat off; more where the start is doubtful. */
const COST_PER_BEAT_OFF = 1.8;
/** A pulse may bend by this share without cost. */
const FREE_TEMPO_SHARE = 0.06;
export const MOST_SKIPPED_TARGETS = 6;
/** Between two notes there are at most so many sounds that surely started, and so many doubtful ones. */
export const MOST_SKIPPED_IN_ALL = 40;

export function pitchCost(target: Target, sound: Candidate, tuningSemitones: number): number {
  if (target.midi === undefined || sound.midi === undefined) return 0;
  const off = Math.abs(sound.midi - tuningSemitones - target.midi);
  if (off < SAME_PITCH_SEMITONES) return 0.3 * off;
  if (Math.abs(off - 12) < SAME_PITCH_SEMITONES || Math.abs(off - 24) < SAME_PITCH_SEMITONES)
    return COST_OCTAVE;
  return COST_WRONG_PITCH + 0.02 * Math.min(off, 12);
}

/** @param doubt about the start of the sound, 0–1: what is doubtful is believed where the score has a note, not elsewhere. */
export function timingCost(beats: number, seconds: number, secondsPerBeat: number, doubt: number): number {
  const difference = seconds / secondsPerBeat - beats;
  const off = (difference < 0 ? -difference : difference) - FREE_TEMPO_SHARE * beats;
  if (off <= 0) return 0;
  const cost = COST_PER_BEAT_OFF * (1 + doubt) * off;
  // A pause costs as much as a note left out at most, however long.
  const most = COST_MISSING + COST_OF_DOUBTFUL_JUMP * doubt;
  return cost < most ? cost : most;
}

/**
 * How surely something started, as its cost is counted where no note is written. A single doubtful sign is nearly free: they
 * come in swarms, from one wobble of a held tone.
 */
export const weightOfStart = ({ startStrength }: Candidate) => startStrength * startStrength;

/** Of the notes between two that were played, by their places. */
export const costMissing = (before: number, after: number) => (after - before - 1) * COST_MISSING;

/** @param starts before the first or after the last note that was found. */
export const costOutside = (starts: number) =>
  COST_OUTSIDE * Math.min(starts, FEW_OUTSIDE) + COST_EXTRA * Math.max(0, starts - FEW_OUTSIDE);

/** The earliest sound that the note before the one of sound `j` may be. */
export function earliestBefore(j: number, sounds: readonly Candidate[]): number {
  let skipped = 0;
  let j0 = j - 1;
  while (j0 > 0 && j - j0 <= MOST_SKIPPED_IN_ALL) {
    if (sounds[j0]!.startStrength >= LIKELIER_THAN_NOT) skipped++;
    if (skipped > MOST_SKIPPED_TARGETS) break;
    j0--;
  }
  return Math.max(0, j0);
}
