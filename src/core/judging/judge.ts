import { clamp, median, unreachable } from '../base';
import type { FollowedNote, Following, Played } from '../following';
import { isOutOfDip, type SoundingEvent, SPEECH_SECONDS } from '../listening';
import {
  endQuarters,
  type Line,
  type TimedMeasure,
  timedMeasures,
  type WrittenNote,
  writtenNotes,
} from '../notation';
import { beatUnit, toNumber } from '../time';
import { characterOf } from './character';
import { confidenceIn } from './confidence';
import { type FigureFinding, figuresOf } from './figures';
import { intonationOf } from './intonation';
import type { Policy } from './policy';
import { isRightPitch, isRightRhythm } from './right-note';
import { tempoCourseOf } from './tempo-course';
import {
  JUDGING_VERSION,
  type LengthVerdict,
  type MeasureVerdict,
  type NoteVerdict,
  type OnsetVerdict,
  type PitchVerdict,
  type Verdict,
  type VerdictState,
} from './verdict';

/** If the line explains less of what was played, it was something else. */
const OTHER_LINE_SHARE = 0.4;
/** Two equal notes instead of long and short lie a quarter of a beat off at most. */
const ANOTHER_RHYTHM_BEATS = 0.27;
/** With fewer of the written notes found, the recording is not of this line or hardly audible. */
const FEWEST_FOUND_SHARE = 0.15;

/** Two of the 23 instruments at once mostly lie under this, one of them over 0.93 and mostly far over it. */
const SEVERAL_CLARITY = 0.96;
/**
 * Measured on the evaluation: the lowest of one player is 0.914 (seeds 1001–1270, a harp whose strings ring on) and 0.953 (1035
 * takes of the seeds 8001–12405); three at once lie at 0.79–0.891.
 */
const SURELY_SEVERAL_CLARITY = 0.902;
const FEWEST_TONES_TO_NAME = 6;
/** Nobody slips in so many notes between those of the line; another player nearby does. Common practice. */
const EXTRA_SHARE_OF_SEVERAL = 0.3;

/** Of a line that is played beside something else so much is right, in its time. */
const ALL_THERE_SHARE = 0.6;

/**
 * An uneven pulse does not tell to the millisecond when a note was due: blame begins so many standard errors outside the window.
 * Source: twice the standard error, 95 % of a normal distribution, common practice.
 */
const DOUBTS = 2;

/**
 * A repeat that may only seem to start there may have started in time. Measured on the evaluation's seeds 16001–17405: of notes that
 * were blamed for their start and were not off, 2 of 7 have a start of 0.81 and less, of 207 that were off none.
 */
const LEAST_START_TO_BLAME = 0.82;

/** The division that the policies' windows are meant for. */
const HALF_BEAT = 0.5;

/** Out of a dip that is deeper than one that parts tones (5 dB, `listening/level-dips`) it did start there. */
const CLEAR_DIP_DB = 6;

/** A note too many that starts so soon after a note has broken it off. */
const BROKEN_OFF_SECONDS = 0.15;

/** The written note before, and whether it was heard well enough to be judged. */
type NoteBefore = FollowedNote & { readonly isClear: boolean };

/**
 * Applies a policy to the facts of a take.
 * @param following of this line, from `follow`.
 * @param askedBpm tempo asked for, in beat units of the first meter.
 */
export function judge(line: Line, following: Following, askedBpm: number, policy: Policy): Verdict {
  const written = writtenNotes(line);
  const measures = timedMeasures(line);
  const alone = judgeNotes(written, following, policy);
  const isClear = (index: number) => alone[index]!.confidence >= policy.leastConfidence;
  const figures = figuresOf(written, following.notes, isClear);
  // A figure that went wrong as a whole is not all right, however near each of its notes lies.
  const notes = alone.map((note) => offInFigure(note, figures));
  return {
    version: JUDGING_VERSION,
    policy,
    state: stateOf(notes, following, policy),
    transposedSemitones: following.transposedSemitones,
    tempo: {
      askedBpm,
      playedBpm: following.playedBpm,
      beatUnit: beatUnit(measures[0]!.measure.meter).name,
      course: tempoCourseOf(line, measures, following),
    },
    tuningCents: following.tuningCents,
    notes,
    measures: measures.map((measure) => judgeMeasure(measure, notes, following, policy)),
    extras: following.extras,
    interruptions: following.interruptions.map(({ kind, measureIndex, atSeconds, seconds }) => ({
      kind,
      measureIndex,
      measureNumber: measures[measureIndex]!.measure.number,
      atSeconds,
      seconds,
    })),
    figures,
    intonation: intonationOf(written, following),
    hasTalkBeside: following.hasTalkBeside,
    character: characterOf(line, written, following),
  };
}

function stateOf(notes: readonly NoteVerdict[], following: Following, policy: Policy): VerdictState {
  const state = fitOf(notes, following, policy);
  const { tones, extras } = following;
  if (state === 'transposed' || !tones || tones.count < FEWEST_TONES_TO_NAME) return state;
  if (extras.length >= EXTRA_SHARE_OF_SEVERAL * notes.length) {
    // One player who plays something else puts much in; another player puts much beside a line that is all there.
    const isAllThere = notes.filter(isFitting).length >= ALL_THERE_SHARE * notes.length;
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

function judgeNotes(written: readonly WrittenNote[], following: Following, policy: Policy): NoteVerdict[] {
  const confidences = following.notes.map(confidenceIn(written, following));
  const notes = written.map((note, index) => {
    const before = following.notes[index - 1];
    const isClear = before !== undefined && confidences[index - 1]! >= policy.leastConfidence;
    return withConfidence(
      judgeNote(note, written[index + 1], following.notes[index]!, before && { ...before, isClear }, policy),
      confidences[index]!,
      policy,
    );
  });
  // A note that came late, whose successor came early, or that a note too many broke off, had no time to be full: one fault, named once.
  return notes.map((note, index) =>
    note.onset === 'late' || notes[index + 1]?.onset === 'early' || isBrokenOff(note, following)
      ? { ...note, length: 'unclear' }
      : note,
  );
}

/** A note whose place makes a figure go wrong is early or late, even where the policy would let it pass alone. */
function offInFigure(note: NoteVerdict, figures: readonly FigureFinding[]): NoteVerdict {
  const figure = figures.find(({ offNoteIds }) => offNoteIds.includes(note.noteId));
  if (!figure || note.onset !== 'on') return note;
  return { ...note, onset: note.deviationBeats < 0 ? 'early' : 'late', length: 'unclear' };
}

/** Whether a note too many followed a note at once. */
const isBrokenOff = ({ noteId, played }: NoteVerdict, { extras }: Following) =>
  extras.some(
    ({ afterNoteId, sound }) =>
      afterNoteId === noteId && played && sound.onsetSeconds - played.endSeconds <= BROKEN_OFF_SECONDS,
  );

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

/** What is not heard well is not held against the player. */
function withConfidence(
  verdict: Omit<NoteVerdict, 'confidence'>,
  confidence: number,
  { leastConfidence }: Policy,
): NoteVerdict {
  if (confidence >= leastConfidence) return { ...verdict, confidence };
  const pitch = verdict.writtenMidi === undefined ? 'not-asked' : 'unclear';
  return { ...verdict, confidence, pitch, onset: 'on', length: 'unclear' };
}

function judgeNote(
  note: WrittenNote,
  next: WrittenNote | undefined,
  followed: FollowedNote,
  before: NoteBefore | undefined,
  policy: Policy,
): Omit<NoteVerdict, 'confidence'> {
  const facts = {
    noteId: note.id,
    printedId: note.printedId,
    measureIndex: note.measureIndex,
    beat: note.beat,
    writtenMidi: note.sound.kind === 'pitched' ? note.sound.midi : undefined,
    writtenBeats: note.beats,
    soundedBeats: undefined,
  };
  switch (followed.kind) {
    case 'missing':
      return {
        ...facts,
        played: undefined,
        pitch: 'missing',
        onset: 'missing',
        deviationBeats: 0,
        deviationSeconds: 0,
        length: 'unclear',
      };
    case 'held-through':
      // One fault, named once: the pitch was not changed. When it should have been is no question of rhythm then.
      return {
        ...facts,
        played: followed.sound,
        pitch: judgePitch(followed.pitchErrorSemitones, policy),
        onset: 'on',
        deviationBeats: 0,
        deviationSeconds: 0,
        length: 'unclear',
      };
    case 'played':
      return {
        ...facts,
        played: followed.sound,
        pitch: judgePitch(followed.pitchErrorSemitones, policy),
        onset: judgeOnset(note, followed, before, policy),
        deviationBeats: followed.deviationBeats,
        deviationSeconds: followed.deviationSeconds,
        length: judgeLength(note, next, followed, policy),
        soundedBeats: followed.soundedShare === undefined ? undefined : followed.soundedShare * note.beats,
      };
    default:
      return unreachable(followed);
  }
}

function judgePitch(errorSemitones: number | undefined, { pitchSemitones }: Policy): PitchVerdict {
  if (errorSemitones === undefined) return 'not-asked';
  const off = Math.abs(errorSemitones);
  if (off <= pitchSemitones) return 'right';
  const octaves = Math.round(off / 12);
  return octaves > 0 && Math.abs(off - 12 * octaves) <= pitchSemitones ? 'octave' : 'wrong';
}

function judgeOnset(
  note: WrittenNote,
  followed: Played,
  before: NoteBefore | undefined,
  policy: Policy,
): OnsetVerdict {
  // Where the notation asks for freedom, and where the pulse begins anew, no start is early or late.
  if (note.freeTempo || followed.startsPulse) return 'on';
  const beatSeconds = followed.writtenSeconds / note.beats;
  // Where the beat is divided further, less of it is enough to be somewhere else.
  const usual = clamp(
    policy.onsetBeats * (note.divisionBeats / HALF_BEAT) * beatSeconds,
    policy.narrowestOnsetSeconds,
    policy.widestOnsetSeconds,
  );
  const window = Math.min(usual + DOUBTS * followed.doubtSeconds, policy.widestOnsetSeconds);
  if (Math.abs(followed.deviationSeconds) <= window) return 'on';
  if (Math.abs(followed.deviationSeconds - followed.unpitchedBeforeSeconds) <= window) return 'on';
  if (maySeemToStart(followed.sound)) return 'on';
  // What started too soon may be the note before, which has no start of its own; and what sounded before may hide a start.
  if (followed.deviationSeconds < 0) return before && before.kind !== 'played' ? 'on' : 'early';
  return before?.kind === 'played' && !before.isClear ? 'on' : 'late';
}

/** Whether a tone may only seem to start there. */
const maySeemToStart = (sound: SoundingEvent) =>
  sound.kind !== 'stroke' && sound.startStrength < LEAST_START_TO_BLAME && !isOutOfDip(sound, CLEAR_DIP_DB);

/** A room rings on so long after a note; what is shorter does not fill a rest. */
const TAIL_SECONDS = 0.25;

function judgeLength(
  note: WrittenNote,
  next: WrittenNote | undefined,
  followed: Played,
  policy: Policy,
): LengthVerdict {
  const { soundedShare, writtenSeconds } = followed;
  if (soundedShare === undefined) return 'unclear';
  if (note.fermata || note.freeTempo) return 'unclear';
  const beatSeconds = writtenSeconds / note.beats;
  const soundedSeconds = soundedShare * writtenSeconds;
  if (next && isHeldIntoRest(soundedSeconds - writtenSeconds, beatSeconds * restBeats(note, next), policy))
    return 'long';
  if (note.staccato || writtenSeconds < policy.judgedLengthSeconds) return 'unclear';
  const isAudible = writtenSeconds - soundedSeconds >= policy.missingLengthSeconds;
  const leastSeconds = leastSoundedSeconds(note, beatSeconds, policy);
  if (!isAudible || soundedSeconds >= leastSeconds) return 'full';
  return soundedSeconds + followed.unpitchedAfterSeconds >= leastSeconds ? 'unclear' : 'short';
}

/** How long a note must sound at least. Where a breath is marked, it takes its time from the note before. */
function leastSoundedSeconds(note: WrittenNote, beatSeconds: number, policy: Policy): number {
  const share = policy.shortestSoundedShare * note.beats;
  if (note.breathAfter || policy.lastBeatReached === undefined || note.beats < 2) return share * beatSeconds;
  return Math.max(share, note.beats - 1 + policy.lastBeatReached) * beatSeconds;
}

const isHeldIntoRest = (overhangSeconds: number, restSeconds: number, { mostRestHeldShare }: Policy) =>
  restSeconds > 0 && overhangSeconds > Math.max(mostRestHeldShare * restSeconds, TAIL_SECONDS);

/** Beats of rest between two notes. */
function restBeats(note: WrittenNote, next: WrittenNote): number {
  const quarters = toNumber(next.onsetQuarters) - endQuarters(note);
  return (quarters * note.beats) / toNumber(note.lengthQuarters);
}

function judgeMeasure(
  measure: TimedMeasure,
  notes: readonly NoteVerdict[],
  following: Following,
  { leastConfidence }: Policy,
): MeasureVerdict {
  const mine = notes.filter((note) => note.measureIndex === measure.index);
  const hasExtra = following.extras.some((extra) => extra.measureIndex === measure.index);
  const isStopped = following.interruptions.some((stop) => stop.measureIndex === measure.index);
  return {
    number: measure.measure.number,
    printedIndex: measure.printedIndex,
    pass: measure.pass,
    notesRight: mine.filter(isRightPitch).length,
    rhythmRight: mine.filter(isRightRhythm).length,
    written: mine.length,
    notesNeedWork: !mine.every(isRightPitch),
    // A note too many disturbs the count, whatever its pitch.
    rhythmNeedsWork: !mine.every(isRightRhythm) || hasExtra || isStopped,
    isDisturbed: hasExtra || isStopped,
    unclear: mine.filter((note) => note.confidence < leastConfidence).length,
    confidence: mine.length === 0 ? 1 : mine.reduce((sum, note) => sum + note.confidence, 0) / mine.length,
    startSeconds: following.measureSeconds[measure.index],
  };
}
