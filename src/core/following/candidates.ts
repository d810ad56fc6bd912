import { clamp, FEWEST_TO_COMPARE, LIKELIER_THAN_NOT, median } from '../base';
import {
  BRIDGED_SECONDS,
  DOUBTFUL_START,
  type Heard,
  type HeardStrike,
  isOutOfDip,
  LONGEST_UNSETTLED_SECONDS,
  PLAYERS_RANGE_DB,
  type Pluck,
  phrasesOf,
  type SoundingEvent,
  SPEECH_SECONDS,
  STARTING,
  type Stroke,
  type Tone,
  usualStrokeDb,
} from '../listening';
import type { WrittenNote } from '../notation';
import { SAME_PITCH_SEMITONES } from '../pitch';
import type { Alignment, Candidate } from './alignment';
import { IN_PLACE_BEATS, LOWER_OCTAVE_SHOWS_DB } from './following';
import { SOUNDS } from './model/weighing';
import { playedTones } from './played-tones';
import { otherToneTest } from './somebody-else';
import type { UnpitchedSound } from './unpitched';

/** A stroke that is so much softer than the usual one of the take is rather talk or a chair; nearer to it, it is a stroke. */
const STROKE_BELOW_USUAL_DB = [2, 6] as const;

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
    const [playedWeight, most] = isOthers ? [SOUNDS.noStrokeWeight, DOUBTFUL_START] : [1, 1];
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
    const isOther = kinds === 'one' && (isOtherSound(strike) || belowUsualDb >= PLAYERS_RANGE_DB);
    const isNoStroke = isOther || (kinds === 'one' && isWord(strike.onsetSeconds, strike.levelDb));
    return strokeCandidate(
      isOther ? { ...strike, startStrength: DOUBTFUL_START } : strike,
      isNoStroke ? SOUNDS.noStrokeWeight : kinds === 'two' ? 1 : weightOfStroke(belowUsualDb),
      isOther,
    );
  });
  const doubtful = heard.doubtfulStrikes.map((stroke) =>
    strokeCandidate(stroke, SOUNDS.noStrokeWeight, false),
  );
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
  if (strikes.length < FEWEST_TO_COMPARE) return () => false;
  const usualUnlikeDb = median(strikes.map(({ unlikeDb }) => unlikeDb));
  return ({ unlikeDb, levelDb }) => {
    if (unlikeDb < SOUNDS.unlikeRatio * usualUnlikeDb) return false;
    return usualDb - levelDb >= STROKE_BELOW_USUAL_DB[1] || unlikeDb >= SOUNDS.otherSoundDb;
  };
}

/** Which strokes are words: within a sentence and softer than the strokes outside of any, unless most of the take is spoken. */
function wordTest({ tones, strikes }: Heard): (seconds: number, levelDb: number) => boolean {
  const sentences = phrasesOf(tones).filter(({ isSpeech }) => isSpeech);
  const isInSentence = (seconds: number) =>
    sentences.some(
      ({ fromSeconds, toSeconds }) =>
        seconds >= fromSeconds - SPEECH_SECONDS && seconds <= toSeconds + SPEECH_SECONDS,
    );
  const outside = strikes.filter(({ onsetSeconds }) => !isInSentence(onsetSeconds));
  // With most of its strokes in sentences the take itself is spoken.
  if (outside.length < strikes.length / 2 || outside.length === 0) return () => false;
  const usualDb = median(outside.map(({ levelDb }) => levelDb));
  return (seconds, levelDb) => levelDb <= usualDb - STROKE_BELOW_USUAL_DB[0] && isInSentence(seconds);
}

function weightOfStroke(belowUsualDb: number): number {
  const [stroke, noise] = STROKE_BELOW_USUAL_DB;
  const share = clamp((noise - belowUsualDb) / (noise - stroke), 0, 1);
  return SOUNDS.noStrokeWeight + (1 - SOUNDS.noStrokeWeight) * share;
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
    // A tie is often started again where a further head is printed, and hardly elsewhere.
    const isAtTiedHead = latest?.note.tiedBeats.some((at) => Math.abs(at - beats!) <= IN_PLACE_BEATS);
    const sureStart = isAtTiedHead ? LIKELIER_THAN_NOT : SOUNDS.sureStart;
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
    (noteSeconds >= 2 * SOUNDS.scoopSeconds && isStutter(sound, next)) ||
    (nextIsUsed && isSqueak(sound, next))
  );
}

/** Whether a sound is the one before, taken for its octave: joined to it without a dip, and the lower tone still shows. */
function isOctaveOf(before: Candidate, sound: Candidate): boolean {
  if (before.midi === undefined || sound.kind !== 'tone') return false;
  return (
    Math.abs(sound.midi - before.midi - 12) <= SOUNDS.scoopSemitones &&
    sound.onsetSeconds - before.endSeconds <= BRIDGED_SECONDS &&
    !isOutOfDip(sound, STARTING.partingDipDb) &&
    sound.octaveBelowDb > LOWER_OCTAVE_SHOWS_DB
  );
}

/** Whether a start spoke twice: so soon again at the same pitch, without a gap. */
function isStutter(sound: Candidate, next: Candidate): boolean {
  if (sound.midi === undefined || next.midi === undefined) return false;
  return (
    next.onsetSeconds - sound.onsetSeconds <= SOUNDS.scoopSeconds &&
    Math.abs(next.midi - sound.midi) <= SAME_PITCH_SEMITONES &&
    next.onsetSeconds - sound.endSeconds <= BRIDGED_SECONDS &&
    !isOutOfDip(next, STARTING.partingDipDb)
  );
}

function isSqueak(sound: SoundingEvent, next: SoundingEvent): boolean {
  if (sound.midi === undefined || next.midi === undefined) return false;
  return (
    next.onsetSeconds - sound.onsetSeconds <= LONGEST_UNSETTLED_SECONDS &&
    sound.midi - next.midi >= SOUNDS.squeakSemitones
  );
}

function isScoop(sound: Candidate, next: Candidate): boolean {
  if (sound.midi === undefined || next.midi === undefined) return false;
  return (
    sound.endSeconds - sound.onsetSeconds <= SOUNDS.scoopSeconds &&
    Math.abs(next.midi - sound.midi) <= SOUNDS.scoopSemitones &&
    next.onsetSeconds - sound.endSeconds <= BRIDGED_SECONDS &&
    !isOutOfDip(next, STARTING.partingDipDb)
  );
}
