import { clamp, median } from '../base';
import {
  type Heard,
  type HeardStrike,
  isOutOfDip,
  type Pluck,
  phrasesOf,
  type SoundingEvent,
  type Stroke,
  type Tone,
  usualStrokeDb,
} from '../listening';
import type { WrittenNote } from '../notation';
import { SAME_PITCH_SEMITONES } from '../pitch';
import type { Alignment, Candidate } from './alignment';
import { LOWER_OCTAVE_SHOWS_DB } from './following';
import { playedTones } from './played-tones';
import { otherToneTest } from './somebody-else';
import type { UnpitchedSound } from './unpitched';

/** Surer starts than this are extra notes when no note is written there. */
const SURE_START = 0.96;
/** A tie is often started again where a further head is printed, and hardly elsewhere. */
const SURE_START_AT_TIED_HEAD = 0.5;
const TIED_HEAD_BEATS = 0.25;

/**
 * A squeak: so short and so far above the note it goes over into. A reed overblows to its second or third partial, but what is
 * heard of a moment's squeak may lie lower.
 */
const SQUEAK_SECONDS = 0.25;
const SQUEAK_SEMITONES = 6.5;

/** A held tone that repeats so well is played, not said. */
const PLAYED_SECONDS = 0.2;
const PLAYED_CLARITY = 0.95;
const PLAYED_WEIGHT = 1.6;
/** A stroke that is so much softer than the usual one of the take is rather talk or a chair; nearer to it, it is a stroke. */
const STROKE_BELOW_USUAL_DB = [2, 6] as const;
const NO_STROKE_WEIGHT = 0.2;
/**
 * What made the strokes of a take sounds alike: claps of one pair of hands stay within some dB of each other, the syllables of a
 * counting voice lie 8 dB apart. Measured on the evaluation's seeds 12001–13405: words lie 8–25 dB from claps, chairs and coughs 1.7–10
 * dB and are softer as well.
 */
const UNLIKE_RATIO = 3;
const OTHER_SOUND_DB = 6;
const SOFT_OTHER_SOUND_DB = 1.5;
const FEWEST_STROKES_TO_COMPARE = 6;
/** It may still be the stroke that is written, but is none too many; so may a sound that is so much softer than the usual one. */
const OTHER_SOUND_STRENGTH = 0.3;
const HARDLY_A_STROKE_DB = 7;
/** The consonants of a word lie so far around its vowel. */
const WORD_SECONDS = 0.2;
const WORD_BELOW_USUAL_DB = 2;
/** With fewer of its strokes outside of sentences the take itself is spoken. */
const LEAST_UNSPOKEN_SHARE = 0.5;

/** A scoop: so short on the way to a pitch that is no further off, without a dip between. */
const SCOOP_SECONDS = 0.12;
const SCOOP_SEMITONES = 1.3;
const SCOOP_GAP_SECONDS = 0.03;
const SCOOP_DIP_DB = 3;

/** A start that spoke twice: so soon again at the same pitch, without a gap, and the note is long enough to be neither. */
const STUTTER_SECONDS = 0.15;
const STUTTER_DIP_DB = 6;
const STUTTERED_NOTE_SECONDS = 0.3;

/** Whether the player makes strokes of one kind, or of two that sound and are as loud as they like: hand and knee, hard and soft. */
export type StrokeKinds = 'one' | 'two';

/**
 * A line without pitches is followed by strokes, any other by tones and by every sign that one may have started anew.
 * @param lowestMidi of the line, as it sounds; undefined for one without pitches. @param unpitched of `heard`; undefined where strings
 * ring on, which also sound before a plucked or struck note.
 */
export function candidatesFor(
  lowestMidi: number | undefined,
  heard: Heard,
  unpitched: UnpitchedSound | undefined,
  kinds: StrokeKinds = 'one',
): readonly Candidate[] {
  if (lowestMidi === undefined) return strokeCandidates(heard, kinds);
  const tones = playedTones(heard);
  const isOther = otherToneTest(tones, lowestMidi);
  return tones.flatMap((tone) => {
    const { sound, reattacks } = tone;
    const starts = [sound, ...reattacks];
    const isOthers = isOther(tone);
    const [playedWeight, most] = isOthers
      ? [NO_STROKE_WEIGHT, OTHER_SOUND_STRENGTH]
      : [weightOfTone(sound), 1];
    return starts.map(({ onsetSeconds, startStrength }, index) => ({
      ...(index === 0 ? sound : startedWithin(sound)),
      onsetSeconds,
      endSeconds: starts[index + 1]?.onsetSeconds ?? sound.endSeconds,
      startStrength: Math.min(startStrength, most),
      playedWeight,
      isOthers,
      unpitchedBeforeSeconds: index === 0 ? (unpitched?.secondsBefore(sound) ?? 0) : 0,
    }));
  });
}

/** A weak sign of a start within a tone is no dip that was measured. */
const startedWithin = (sound: Tone | Pluck): Tone | Pluck =>
  sound.kind === 'tone' ? { ...sound, dipDb: undefined } : sound;

function strokeCandidates(heard: Heard, kinds: StrokeKinds): readonly Candidate[] {
  const usualDb = heard.strikes.length > 0 ? usualStrokeDb(heard.strikes.map(({ levelDb }) => levelDb)) : 0;
  const isWord = wordTest(heard);
  const isOtherSound = otherSoundTest(heard.strikes, usualDb);
  const sure = heard.strikes.map((strike) => {
    const belowUsualDb = usualDb - strike.levelDb;
    const isOther = kinds === 'one' && (isOtherSound(strike) || belowUsualDb >= HARDLY_A_STROKE_DB);
    const isNoStroke = isOther || (kinds === 'one' && isWord(strike.onsetSeconds, strike.levelDb));
    return strokeCandidate(
      isOther ? { ...strike, startStrength: OTHER_SOUND_STRENGTH } : strike,
      isNoStroke ? NO_STROKE_WEIGHT : kinds === 'two' ? 1 : weightOfStroke(belowUsualDb),
      isOther,
    );
  });
  const doubtful = heard.doubtfulStrikes.map((stroke) => strokeCandidate(stroke, NO_STROKE_WEIGHT, false));
  return [...sure, ...doubtful].toSorted((a, b) => a.onsetSeconds - b.onsetSeconds);
}

const strokeCandidate = (
  { onsetSeconds, endSeconds, levelDb, startStrength }: Stroke,
  playedWeight: number,
  isOthers: boolean,
): Candidate => ({
  kind: 'stroke',
  onsetSeconds,
  endSeconds,
  levelDb,
  startStrength,
  playedWeight,
  isOthers,
  unpitchedBeforeSeconds: 0,
});

/** Which strokes sound so unlike the others that something else may have made them: a chair, a cough, a word. */
function otherSoundTest(strikes: readonly HeardStrike[], usualDb: number): (strike: HeardStrike) => boolean {
  if (strikes.length < FEWEST_STROKES_TO_COMPARE) return () => false;
  const usualUnlikeDb = median(strikes.map(({ unlikeDb }) => unlikeDb));
  return ({ unlikeDb, levelDb }) => {
    if (unlikeDb < UNLIKE_RATIO * usualUnlikeDb) return false;
    const isSoft = usualDb - levelDb >= STROKE_BELOW_USUAL_DB[1];
    return unlikeDb >= (isSoft ? SOFT_OTHER_SOUND_DB : OTHER_SOUND_DB);
  };
}

function weightOfTone(sound: Tone | Pluck): number {
  if (sound.kind === 'pluck' || sound.clarity === undefined) return 1;
  const isHeld = sound.endSeconds - sound.onsetSeconds >= PLAYED_SECONDS;
  return isHeld && sound.clarity >= PLAYED_CLARITY ? PLAYED_WEIGHT : 1;
}

/** Which strokes are words: within a sentence and softer than the strokes outside of any, unless most of the take is spoken. */
function wordTest({ tones, strikes }: Heard): (seconds: number, levelDb: number) => boolean {
  const sentences = phrasesOf(tones).filter(({ isSpeech }) => isSpeech);
  const isInSentence = (seconds: number) =>
    sentences.some(
      ({ fromSeconds, toSeconds }) =>
        seconds >= fromSeconds - WORD_SECONDS && seconds <= toSeconds + WORD_SECONDS,
    );
  const outside = strikes.filter(({ onsetSeconds }) => !isInSentence(onsetSeconds));
  if (outside.length < LEAST_UNSPOKEN_SHARE * strikes.length || outside.length === 0) return () => false;
  const usualDb = median(outside.map(({ levelDb }) => levelDb));
  return (seconds, levelDb) => levelDb <= usualDb - WORD_BELOW_USUAL_DB && isInSentence(seconds);
}

function weightOfStroke(belowUsualDb: number): number {
  const [stroke, noise] = STROKE_BELOW_USUAL_DB;
  const share = clamp((noise - belowUsualDb) / (noise - stroke), 0, 1);
  return NO_STROKE_WEIGHT + (1 - NO_STROKE_WEIGHT) * share;
}

/** Gives what was no start after all back to the sound before it, and a squeak or a scoop to the note it goes over into. */
export function joinDoubtful(
  candidates: readonly Candidate[],
  { matches, cost }: Alignment,
  notes: readonly WrittenNote[],
  secondsPerBeat: number,
) {
  const used = new Map(matches.map((match) => [match.sound, notes[match.target]!]));
  let latest: { readonly note: WrittenNote; readonly onsetSeconds: number } | undefined;
  const sounds: Candidate[] = [];
  let isBeforeUsed = false;
  const places = candidates.map((sound, index) => {
    const before = sounds.at(-1);
    const note = used.get(index);
    if (!note && sound.isOthers) return sounds.length - 1;
    if (note) latest = { note, onsetSeconds: sound.onsetSeconds };
    const beats = latest && (sound.onsetSeconds - latest.onsetSeconds) / secondsPerBeat;
    const isAtTiedHead = latest?.note.tiedBeats.some((at) => Math.abs(at - beats!) <= TIED_HEAD_BEATS);
    const sureStart = isAtTiedHead ? SURE_START_AT_TIED_HEAD : SURE_START;
    if (before && !used.has(index) && (sound.startStrength < sureStart || isOctaveOf(before, sound)))
      sounds[sounds.length - 1] = { ...before, endSeconds: Math.max(before.endSeconds, sound.endSeconds) };
    else if (
      before &&
      startsWith(before, sound, isBeforeUsed, used.has(index), (latest?.note.beats ?? 0) * secondsPerBeat)
    ) {
      sounds[sounds.length - 1] = { ...sound, onsetSeconds: before.onsetSeconds };
      isBeforeUsed = true;
    } else {
      sounds.push(sound);
      isBeforeUsed = used.has(index);
    }
    return sounds.length - 1;
  });
  return {
    sounds,
    alignment: { cost, matches: matches.map((match) => ({ ...match, sound: places[match.sound]! })) },
  };
}

/** Whether a sound is the beginning of the next one, only one of which was taken for a note. */
function startsWith(
  sound: Candidate,
  next: Candidate,
  isUsed: boolean,
  nextIsUsed: boolean,
  noteSeconds: number,
): boolean {
  if (isUsed === nextIsUsed) return false;
  return (
    isScoop(sound, next) ||
    (noteSeconds >= STUTTERED_NOTE_SECONDS && isStutter(sound, next)) ||
    (nextIsUsed && isSqueak(sound, next))
  );
}

/** Whether a sound is the one before, taken for its octave: joined to it without a dip, and the lower tone still shows. */
function isOctaveOf(before: Candidate, sound: Candidate): boolean {
  if (before.midi === undefined || sound.kind !== 'tone') return false;
  return (
    Math.abs(sound.midi - before.midi - 12) <= SCOOP_SEMITONES &&
    sound.onsetSeconds - before.endSeconds <= SCOOP_GAP_SECONDS &&
    !isOutOfDip(sound, SCOOP_DIP_DB) &&
    sound.octaveBelowDb > LOWER_OCTAVE_SHOWS_DB
  );
}

function isStutter(sound: Candidate, next: Candidate): boolean {
  if (sound.midi === undefined || next.midi === undefined) return false;
  return (
    next.onsetSeconds - sound.onsetSeconds <= STUTTER_SECONDS &&
    Math.abs(next.midi - sound.midi) <= SAME_PITCH_SEMITONES &&
    next.onsetSeconds - sound.endSeconds <= SCOOP_GAP_SECONDS &&
    !isOutOfDip(next, STUTTER_DIP_DB)
  );
}

function isSqueak(sound: SoundingEvent, next: SoundingEvent): boolean {
  if (sound.midi === undefined || next.midi === undefined) return false;
  return (
    next.onsetSeconds - sound.onsetSeconds <= SQUEAK_SECONDS && sound.midi - next.midi >= SQUEAK_SEMITONES
  );
}

function isScoop(sound: Candidate, next: Candidate): boolean {
  if (sound.midi === undefined || next.midi === undefined) return false;
  return (
    sound.endSeconds - sound.onsetSeconds <= SCOOP_SECONDS &&
    Math.abs(next.midi - sound.midi) <= SCOOP_SEMITONES &&
    next.onsetSeconds - sound.endSeconds <= SCOOP_GAP_SECONDS &&
    !isOutOfDip(next, SCOOP_DIP_DB)
  );
}
