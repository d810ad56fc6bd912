import { clamp, median } from '../base';
import { type FollowedNote, type Following, LOUD_BELOW_USUAL_DB, LOWER_OCTAVE_SHOWS_DB } from '../following';
import { clarityOf, SAME_START_SECONDS, type SoundingEvent } from '../listening';
import { repeatsPitch, type WrittenNote } from '../notation';
import { HALF_WAY_SEMITONES, wholeOctaves } from '../pitch';
import type { Fault } from './faults';
import type { FigureFinding } from './figures';
import type { NoteVerdict } from './verdict';

/** What tells whether a fault is the player's, by the names of the model that is learned of them. */
export type FaultFeatures = Readonly<Record<string, number>>;

/** A take as it would be judged without any doubt. */
export interface Accused {
  readonly written: readonly WrittenNote[];
  readonly following: Following;
  readonly notes: readonly NoteVerdict[];
  /** How far each note may lie off the pulse. */
  readonly windowsSeconds: readonly number[];
  readonly figures: readonly FigureFinding[];
}

/** Whoever talks or taps just here is heard within so much. */
const NEAR_SECONDS = 0.4;

/**
 * Measures for every fault of a take what tells whether it is the player's: how its sound was heard, how far it lies off, what its place
 * shows, and what else sounds around it and in the take. A thing that is not there counts as 0. How the whole take sounds is left out: too
 * few takes are known to learn it from. What was written and what else went wrong is left out as well: that would tell where those who made
 * the takes liked to put mistakes, and doubt a child the more, the more it has to learn.
 */
export function faultFeatures(accused: Accused): (fault: Fault) => FaultFeatures {
  const { notes, following } = accused;
  const usualDb = usualLevelDb(notes);
  return (fault) => {
    const place = placeOf(fault, accused);
    return {
      ...kindFeatures(fault, accused, usualDb),
      ...soundFeatures(place.sound, usualDb, following.noiseDb),
      ...noteFeatures(place.index, accused),
      ...elseFeatures(fault, place, accused, usualDb),
      ...shownFeatures(fault, following, usualDb),
      gapSeconds: place.sound ? gapBefore(place.sound, notes) : 0,
      isSustained: flag(following.soundsAreSustained),
    };
  };
}

interface Place {
  readonly sound: SoundingEvent | undefined;
  /** Of the written note. */
  readonly index: number;
  readonly seconds: number;
}

/** Of what sound a fault speaks, by which written note it lies, and when. */
function placeOf({ of, index }: Fault, { notes, following }: Accused): Place {
  const at = (note: number, sound: SoundingEvent | undefined, otherwise: number): Place => ({
    sound,
    index: clamp(note, 0, notes.length - 1),
    seconds: sound?.onsetSeconds ?? otherwise,
  });
  if (of === 'extra') {
    const { sound, afterNoteId } = following.extras[index]!;
    return at(
      notes.findIndex(({ noteId }) => noteId === afterNoteId),
      sound,
      0,
    );
  }
  if (of === 'stop') {
    const { atSeconds, seconds } = following.interruptions[index]!;
    const next = notes.findIndex(({ played }) => played && played.onsetSeconds >= atSeconds + seconds / 2);
    return at(next, notes[next]?.played, atSeconds);
  }
  const before = notes.slice(0, index).findLast(({ played }) => played)?.played;
  return at(index, notes[index]!.played, before?.endSeconds ?? 0);
}

function kindFeatures({ of, index }: Fault, { notes, following, windowsSeconds }: Accused, usualDb: number) {
  const note = isOfNote(of) ? notes[index]! : undefined;
  const followed = note && following.notes[index]!;
  const missing = followed?.kind === 'missing' ? followed : undefined;
  const { sign, there } = missing ?? {};
  const off = of === 'onset' ? Math.abs(note!.deviationSeconds) : 0;
  return {
    isPitch: flag(of === 'pitch'),
    isLength: flag(of === 'length'),
    isExtra: flag(of === 'extra'),
    isStop: flag(of === 'stop'),
    isMissing: flag(note?.pitch === 'missing'),
    // It may have sounded after all: by any sign, and by one of its own, other than that the sound before it goes on.
    hasSign: flag(sign !== undefined),
    hasSignOfItsOwn: flag(sign !== undefined && sign !== 'sound-goes-on'),
    octavesOff: of === 'pitch' ? octavesOff(followed) : 0,
    heldOverSeconds: note?.pitch === 'missing' ? heldOver(following.notes[index - 1]) : 0,
    riseThereDb: there?.riseDb ?? 0,
    thereBelowUsualDb: there ? usualDb - there.levelDb : 0,
    offBeats: Math.abs(note?.deviationBeats ?? 0),
    offWindows: note ? off / windowsSeconds[index]! : 0,
    unpitchedBeforeSeconds: followed?.kind === 'played' ? followed.unpitchedBeforeSeconds : 0,
    doubtSeconds: followed?.kind === 'played' ? followed.doubtSeconds : 0,
  };
}

/** What sounded where something is held against the player, whatever was made of it. */
function shownFeatures({ of, index }: Fault, { shown }: Following, usualDb: number) {
  const note = isOfNote(of) ? shown?.notes[index] : undefined;
  const place = of === 'extra' ? shown?.extras[index] : note?.place;
  const between = of === 'onset' ? note?.between : undefined;
  return {
    placeAsked: place?.asked ?? 0,
    placeTaken: place?.taken ?? 0,
    placeBefore: place?.before ?? 0,
    placeNone: place?.none ?? 0,
    placeBelowUsualDb: place ? usualDb - place.levelDb : 0,
    betweenAsked: between?.asked ?? 0,
    betweenBefore: between?.before ?? 0,
    betweenNone: between?.none ?? 0,
    betweenBelowUsualDb: between ? usualDb - between.levelDb : 0,
  };
}

/** Octaves are what ears take for each other; how far any other pitch lies off would tell what those who made the takes like to put in. */
const octavesOff = (followed: FollowedNote | undefined) =>
  followed === undefined || followed.kind === 'missing'
    ? 0
    : wholeOctaves(followed.pitchErrorSemitones ?? 0, HALF_WAY_SEMITONES);

/** How long a sound went on after its written end; negative when it ended sooner. */
function heldOver(followed: FollowedNote | undefined): number {
  if (followed?.kind !== 'played') return 0;
  const { sound, deviationSeconds, writtenSeconds } = followed;
  return sound.endSeconds - (sound.onsetSeconds - deviationSeconds + writtenSeconds);
}

function soundFeatures(sound: SoundingEvent | undefined, usualDb: number, noiseDb: number) {
  const tone = sound?.kind === 'tone' ? sound : undefined;
  return {
    startStrength: sound?.startStrength ?? 0,
    aboveNoiseDb: sound ? sound.levelDb - noiseDb : 0,
    belowUsualDb: sound ? usualDb - sound.levelDb : 0,
    soundSeconds: sound ? sound.endSeconds - sound.onsetSeconds : 0,
    clarity: sound ? clarityOf(sound) : 0,
    dipDb: tone?.dipDb ?? 0,
    oddPartialsDb: tone?.oddPartialsDb ?? 0,
    octaveBelowDb: tone?.octaveBelowDb ?? LOWER_OCTAVE_SHOWS_DB,
  };
}

function noteFeatures(index: number, { written, notes }: Accused) {
  const note = written[index]!;
  return {
    writtenMidi: note.sound.kind === 'pitched' ? note.sound.midi : 0,
    repeatsPitch: flag(repeatsPitch(note, written[index - 1])),
    offBeforeBeats: notes[index - 1]?.deviationBeats ?? 0,
    offAfterBeats: notes[index + 1]?.deviationBeats ?? 0,
  };
}

/** What else sounds that is no note of the line, around it and in the whole take; shares are of the written notes. */
function elseFeatures({ of }: Fault, place: Place, { notes, following }: Accused, usualDb: number) {
  const isOwn = (seconds: number) =>
    place.sound !== undefined && Math.abs(seconds - place.sound.onsetSeconds) <= SAME_START_SECONDS;
  const besides = following.besides.filter(({ onsetSeconds }) => !isOwn(onsetSeconds));
  const loud = besides.filter(({ levelDb }) => levelDb >= usualDb - LOUD_BELOW_USUAL_DB);
  const share = (count: number) => count / notes.length;
  return {
    besidesNear: loud.filter(({ onsetSeconds }) => Math.abs(onsetSeconds - place.seconds) <= NEAR_SECONDS)
      .length,
    extraShare: share(following.extras.length - flag(of === 'extra')),
    besideShare: share(besides.length),
  };
}

/** How long nothing of the line had sounded before a sound. */
function gapBefore({ onsetSeconds }: SoundingEvent, notes: readonly NoteVerdict[]): number {
  const ends = notes.flatMap(({ played }) =>
    played && played.onsetSeconds < onsetSeconds ? [onsetSeconds - played.endSeconds] : [],
  );
  return ends.length > 0 ? Math.min(...ends) : 0;
}

function usualLevelDb(notes: readonly NoteVerdict[]): number {
  const levels = notes.flatMap(({ played }) => (played ? [played.levelDb] : []));
  return levels.length > 0 ? median(levels) : 0;
}

const isOfNote = (of: Fault['of']) => of !== 'extra' && of !== 'stop';

const flag = (isSo: boolean) => (isSo ? 1 : 0);
