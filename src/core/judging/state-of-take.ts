import { FEWEST_TO_COMPARE, MOST_SHARE } from '../base';
import type { Following } from '../following';
import { SPEECH_SECONDS } from '../listening';
import type { Accused } from './fault-features';
import { FEWEST_FOUND_SHARE } from './policy';
import { isRightPitch } from './right-note';
import type { NoteVerdict, VerdictState } from './verdict';

/** If the line explains less of what was played, it was something else. */
const OTHER_LINE_SHARE = 0.4;
/** Two equal notes instead of long and short lie a quarter of a beat off at most. */
const ANOTHER_RHYTHM_BEATS = 0.27;

/** Two of the 23 instruments at once mostly lie under this, one of them over 0.93 and mostly far over it. */
const SEVERAL_CLARITY = 0.96;
/**
 * Measured on the evaluation: the lowest of one player is 0.914 (seeds 1001–1270, a harp whose strings ring on) and 0.953 (1035
 * takes of the seeds 8001–12405); three at once lie at 0.79–0.891.
 */
const SURELY_SEVERAL_CLARITY = 0.902;
/** Nobody slips in so many notes between those of the line; another player nearby does. Common practice. */
const EXTRA_SHARE_OF_SEVERAL = 0.3;

/** Whether a take can be judged, or what it is instead. @param unclearNotes how many of them doubt left open. */
export function stateOf({ notes, following }: Accused, unclearNotes: number): VerdictState {
  const state = fitOf(notes, unclearNotes, following);
  const { tones, extras } = following;
  if (state === 'transposed' || !tones || tones.count < FEWEST_TO_COMPARE) return state;
  if (extras.length >= EXTRA_SHARE_OF_SEVERAL * notes.length) {
    // One player who plays something else puts much in; another player puts much beside a line of which most is there.
    const isAllThere = notes.filter(isFitting).length >= MOST_SHARE * notes.length;
    return !isAllThere && tones.medianClarity >= SEVERAL_CLARITY ? 'other-line' : 'several-sounds';
  }
  if (tones.medianClarity < SURELY_SEVERAL_CLARITY && tones.medianSeconds >= SPEECH_SECONDS)
    return 'several-sounds';
  if (state === 'judged') return state;
  if (tones.medianSeconds < SPEECH_SECONDS && tones.areMostlySaid) return 'speech';
  return tones.medianClarity < SEVERAL_CLARITY ? 'several-sounds' : state;
}

/** How well the line explains what was heard. */
function fitOf(
  notes: readonly NoteVerdict[],
  unclearNotes: number,
  { extras, transposedSemitones }: Following,
): VerdictState {
  const found = notes.filter((note) => note.played !== undefined).length;
  if (transposedSemitones !== undefined) return 'transposed';
  if (found < FEWEST_FOUND_SHARE * notes.length) return 'nothing-heard';
  if (explainedShare(notes, extras.length) < OTHER_LINE_SHARE) return 'other-line';
  return unclearNotes > notes.length / 2 ? 'unclear-sound' : 'judged';
}

/**
 * Share of what was played, up to where the playing stopped, that was a written note in its pitch and in its time. Measures of which
 * nothing was played were skipped: they say nothing of the rest.
 */
function explainedShare(notes: readonly NoteVerdict[], extras: number): number {
  const touched = new Set(notes.flatMap((note) => (note.played ? [note.measureIndex] : [])));
  const last = notes.findLastIndex((note) => note.played !== undefined);
  const tried = notes.slice(0, last + 1).filter((note) => touched.has(note.measureIndex));
  const fitting = notes.filter(isFitting);
  return fitting.length / Math.max(1, tried.length + extras);
}

const isFitting = (note: NoteVerdict) =>
  note.played !== undefined && isRightPitch(note) && isInItsPlace(note);

/** A right pitch somewhere in its place is the line, in a rhythm of its own; of strokes only the rhythm tells. */
const isInItsPlace = ({ onset, deviationBeats, writtenMidi }: NoteVerdict) =>
  onset === 'on' || (writtenMidi !== undefined && Math.abs(deviationBeats) <= ANOTHER_RHYTHM_BEATS);
