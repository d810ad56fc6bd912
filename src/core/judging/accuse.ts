import { clamp, unreachable } from '../base';
import type { FollowedNote, Following, Played } from '../following';
import { endQuarters, type Line, type WrittenNote, writtenNotes } from '../notation';
import { wholeOctaves } from '../pitch';
import { toNumber } from '../time';
import type { Accused } from './fault-features';
import { type FigureFinding, figuresOf } from './figures';
import type { Policy } from './policy';
import type { LengthVerdict, NoteVerdict, OnsetVerdict, PitchVerdict } from './verdict';

/**
 * An uneven pulse does not tell to the millisecond when a note was due: blame begins so many standard errors outside the window.
 * Source: twice the standard error, 95 % of a normal distribution, common practice.
 */
const DOUBTS = 2;

/** A note too many that starts so soon after a note has broken it off. */
const BROKEN_OFF_SECONDS = 0.15;

/** Judges every note by a policy, without any doubt. */
export function accuse(line: Line, following: Following, policy: Policy): Accused {
  const written = writtenNotes(line);
  const alone = judgeNotes(written, following, policy);
  const figures = figuresOf(written, following.notes);
  return {
    written,
    following,
    figures,
    // A figure that went wrong as a whole is not all right, however near each of its notes lies.
    notes: alone.map((note) => offInFigure(note, figures)),
    windowsSeconds: written.map((note, index) => onsetWindow(note, following.notes[index]!, policy)),
  };
}

function judgeNotes(written: readonly WrittenNote[], following: Following, policy: Policy): NoteVerdict[] {
  const notes = written.map((note, index) =>
    judgeNote(note, written[index + 1], following.notes[index]!, following.notes[index - 1], policy),
  );
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

function judgeNote(
  note: WrittenNote,
  next: WrittenNote | undefined,
  followed: FollowedNote,
  before: FollowedNote | undefined,
  policy: Policy,
): NoteVerdict {
  const facts = {
    confidence: 1,
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
  return wholeOctaves(off, pitchSemitones) > 0 ? 'octave' : 'wrong';
}

function judgeOnset(
  note: WrittenNote,
  followed: Played,
  before: FollowedNote | undefined,
  policy: Policy,
): OnsetVerdict {
  // Where the notation asks for freedom, and where the pulse begins anew, no start is early or late.
  if (note.freeTempo || followed.startsPulse) return 'on';
  const window = onsetWindow(note, followed, policy);
  if (Math.abs(followed.deviationSeconds) <= window) return 'on';
  if (Math.abs(followed.deviationSeconds - followed.unpitchedBeforeSeconds) <= window) return 'on';
  if (followed.deviationSeconds > 0) return 'late';
  // One fault, named once: what started too soon after a note that was left out, or into whose place it was played, is not early as well.
  return before && before.kind !== 'played' ? 'on' : 'early';
}

/** How far a note may lie off the pulse, in seconds. */
export function onsetWindow(note: WrittenNote, followed: FollowedNote, policy: Policy): number {
  if (followed.kind !== 'played') return policy.widestOnsetSeconds;
  const beatSeconds = followed.writtenSeconds / note.beats;
  // Where the beat is divided further, less of it is enough to be somewhere else.
  const usual = clamp(
    // The policies' windows are meant for half beats.
    policy.onsetBeats * 2 * note.divisionBeats * beatSeconds,
    policy.narrowestOnsetSeconds,
    policy.widestOnsetSeconds,
  );
  return Math.min(usual + DOUBTS * followed.doubtSeconds, policy.widestOnsetSeconds);
}

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
