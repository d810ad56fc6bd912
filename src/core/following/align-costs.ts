import { LIKELIER_THAN_NOT } from '../base';
import { SAME_PITCH_SEMITONES } from '../pitch';
import type { Candidate, Target } from './alignment';
import { COSTS } from './model/weighing';

/** What is heard outside the line is little by little nothing; more than so much of it are notes too many. */
const FEW_OUTSIDE = 12;
export const MOST_SKIPPED_TARGETS = 6;
/** Between two notes there are at most so many sounds that surely started, and so many doubtful ones. */
export const MOST_SKIPPED_IN_ALL = 40;

export function pitchCost(target: Target, sound: Candidate, tuningSemitones: number): number {
  if (target.midi === undefined || sound.midi === undefined) return 0;
  const off = Math.abs(sound.midi - tuningSemitones - target.midi);
  if (off < SAME_PITCH_SEMITONES) return 0.3 * off;
  if (Math.abs(off - 12) < SAME_PITCH_SEMITONES || Math.abs(off - 24) < SAME_PITCH_SEMITONES)
    return COSTS.otherOctave;
  return COSTS.wrongPitch + 0.02 * Math.min(off, 12);
}

/** @param doubt about the start of the sound, 0–1: what is doubtful is believed where the score has a note, not elsewhere. */
export function timingCost(beats: number, seconds: number, secondsPerBeat: number, doubt: number): number {
  const difference = seconds / secondsPerBeat - beats;
  const off = (difference < 0 ? -difference : difference) - COSTS.freeTempoShare * beats;
  if (off <= 0) return 0;
  const cost = COSTS.beatOff * (1 + doubt) * off;
  // A pause costs as much as a note left out at most, however long.
  const most = COSTS.missing + COSTS.doubtfulJump * doubt;
  return cost < most ? cost : most;
}

/**
 * How surely something started, as its cost is counted where no note is written. A single doubtful sign is nearly free: they
 * come in swarms, from one wobble of a held tone.
 */
export const weightOfStart = ({ startStrength }: Candidate) => startStrength * startStrength;

/** Of the notes between two that were played, by their places. */
export const costMissing = (before: number, after: number) => (after - before - 1) * COSTS.missing;

/** @param starts before the first or after the last note that was found. */
export const costOutside = (starts: number) =>
  COSTS.outside * Math.min(starts, FEW_OUTSIDE) + COSTS.wrongPitch * Math.max(0, starts - FEW_OUTSIDE);

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
