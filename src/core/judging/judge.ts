import { FEWEST_TO_COMPARE, MOST_SHARE, median } from '../base';
import type { Following } from '../following';
import { SPEECH_SECONDS } from '../listening';
import { type Line, timedMeasures } from '../notation';
import { beatUnit } from '../time';
import { accuse } from './accuse';
import { characterOf } from './character';
import { withDoubt } from './doubt';
import { intonationOf } from './intonation';
import { judgeMeasure } from './judge-measure';
import { FEWEST_FOUND_SHARE, type Policy } from './policy';
import { isRightPitch } from './right-note';
import { scopeOf } from './scope-of';
import { tempoCourseOf } from './tempo-course';
import { judgeTogether } from './together/judge-together';
import { JUDGING_VERSION, type NoteVerdict, type Verdict, type VerdictState } from './verdict';

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

/**
 * Applies a policy to the facts of a take.
 * @param following of this line, from `follow`.
 * @param askedBpm tempo asked for, in beat units of the first meter.
 */
export function judge(line: Line, following: Following, askedBpm: number, policy: Policy): Verdict {
  const { heads } = following;
  if (heads) return judgeTogether(line, { ...following, heads }, askedBpm, policy);
  const measures = timedMeasures(line);
  const accused = accuse(line, following, policy);
  const { written } = accused;
  const settled = withDoubt(accused);
  const { notes, figures, extras, interruptions } = settled;
  return {
    version: JUDGING_VERSION,
    policy,
    state: stateOf(accused.notes, following, policy),
    scope: scopeOf(line),
    transposedSemitones: following.transposedSemitones,
    tempo: {
      askedBpm,
      playedBpm: following.playedBpm,
      beatUnit: beatUnit(measures[0]!.measure.meter).name,
      course: tempoCourseOf(line, measures, following),
    },
    tuningCents: following.tuningCents,
    notes,
    measures: measures.map((measure) => judgeMeasure(measure, settled, following, policy)),
    extras,
    interruptions: interruptions.map(({ kind, measureIndex, atSeconds, seconds, confidence }) => ({
      kind,
      measureIndex,
      measureNumber: measures[measureIndex]!.measure.number,
      atSeconds,
      seconds,
      confidence,
    })),
    figures,
    intonation: intonationOf(written, following),
    hasFootBeside: following.hasFootBeside,
    hasTalkBeside: following.hasTalkBeside,
    character: characterOf(line, written, following),
  };
}

function stateOf(notes: readonly NoteVerdict[], following: Following, policy: Policy): VerdictState {
  const state = fitOf(notes, following, policy);
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
  { extras, transposedSemitones }: Following,
  { leastConfidence }: Policy,
): VerdictState {
  const found = notes.filter((note) => note.played !== undefined).length;
  if (transposedSemitones !== undefined) return 'transposed';
  if (found < FEWEST_FOUND_SHARE * notes.length) return 'nothing-heard';
  if (explainedShare(notes, extras.length) < OTHER_LINE_SHARE) return 'other-line';
  return median(notes.map((note) => note.confidence)) < leastConfidence ? 'unclear-sound' : 'judged';
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
