import { median, requireRange } from '../base';
import type { Heard } from '../listening';
import { type Line, type TimedMeasure, timedMeasures, type WrittenNote, writtenNotes } from '../notation';
import { beatUnit, quarterSeconds, toNumber } from '../time';
import { type Alignment, type AlignOptions, align, type Candidate, type Match, type Target } from './align';
import {
  type Evidence,
  type ExtraSound,
  FOLLOWING_VERSION,
  type FollowedNote,
  type Following,
  type Interruption,
  type PlayedSound,
} from './following';
import { expectedTimes, findBreaks, medianSecondsPerBeat, type PulsePoint } from './pulse';

/** Tempos tried against the asked one: beginners play from half of it to half as fast again. */
const TEMPO_SHARES = [1, 0.88, 1.14, 0.76, 1.3, 0.65, 1.5, 0.55];
/** How far a whole take may lie from concert pitch. */
export interface TuningRange {
  readonly lowestSemitones: number;
  readonly highestSemitones: number;
}
/** Beyond it a neighbouring key is the better explanation. */
const USUAL_TUNING: TuningRange = { lowestSemitones: -0.7, highestSemitones: 0.7 };
/** A single note further off than this does not tell the take's tuning. */
const TUNING_WINDOW_SEMITONES = 0.75;
/** Softer than the take's usual note by this much: an echo or a breath, not an extra note. */
const EXTRA_BELOW_USUAL_DB = 18;
const SHORTEST_EXTRA_SECONDS = 0.07;
/** A take whose longer notes fall faster than this is plucked or struck: a guitar loses 10–40 dB a second, a breath under 5. */
const FADING_DB_PER_SECOND = 8;
const LONG_ENOUGH_TO_FADE_SECONDS = 0.3;
/** Surer starts than this are extra notes when no note is written there. */
const SURE_START = 0.7;
/** Sounds this far outside the played line are talk or noise. */
const OUTSIDE_BEATS = 1.5;

/** A written note that was found in the recording. */
interface Placed extends PulsePoint {
  readonly note: WrittenNote;
  readonly sound: HeardSound;
}

/** A sound with how it was heard. */
type HeardSound = PlayedSound & { readonly evidence: Evidence };

/** A player with fewer right notes may be reading another part. */
const MOSTLY_WRONG_SHARE = 0.5;
/** Only if almost all of them fit is it another part. */
const TRANSPOSED_SHARE = 0.75;
const FEWEST_NOTES_FOR_TRANSPOSITION = 6;
const RIGHT_PITCH_SEMITONES = 0.5;
/** Half steps between the parts of the shelf's instruments, and octaves. */
const TRANSPOSITIONS = [12, -12, 1, -1, 2, -2, 3, -3, 5, -5, 7, -7, 9, -9, 10, -10, 14, -14, 24, -24];

/** Notes played in one go at one pulse, in written order. */
type PulseRun = readonly Placed[];

/**
 * Lines a recording up with the written line.
 * @param askedBpm tempo asked for, in beat units of the first meter.
 * @param tuningRange how far the whole take may lie from concert pitch.
 * @returns plain facts: which sound is which note, and how it lies against the player's own pulse.
 */
export function follow(
  line: Line,
  heard: Heard,
  askedBpm: number,
  tuningRange: TuningRange = USUAL_TUNING,
): Following {
  requireRange('asked tempo', askedBpm, 20, 400, 'bpm');
  const measures = timedMeasures(line);
  const notes = writtenNotes(line);
  const unit = beatUnit(measures[0]!.measure.meter);
  const beatQuarters = toNumber(unit.quarters);
  const candidates = candidatesFor(notes, heard);
  const targets = notes.map(
    (note, index): Target => ({
      onsetBeats: toNumber(note.onsetQuarters) / beatQuarters,
      midi: note.sound.kind === 'pitched' ? note.sound.midi : undefined,
      startsMeasure: index === 0 || notes[index - 1]!.measureIndex !== note.measureIndex,
    }),
  );
  const askedSecondsPerBeat = quarterSeconds(askedBpm, unit) * beatQuarters;
  const found = alignInTempoAndTune(targets, candidates, askedSecondsPerBeat, tuningRange);
  const { tuningSemitones, secondsPerBeat } = found;
  const { sounds, alignment } = joinDoubtful(candidates, found.alignment);
  const rightShare = shareOfRight(found.alignment, targets, candidates, tuningSemitones);

  const place = ({ target, sound }: Match): Placed => ({
    note: notes[target]!,
    sound: sounds[sound]!,
    beats: targets[target]!.onsetBeats,
    seconds: sounds[sound]!.onsetSeconds,
  });
  const pulses = splitAtRestarts(alignment.matches)
    .map((run) => run.map(place))
    .flatMap((run) => splitPulses(run, secondsPerBeat));
  // A note that was played again after a restart counts as it was played last.
  const soundsAreSustained = areSustained(heard);
  const followed = new Map<string, FollowedNote>();
  pulses.forEach((pulse, index) => {
    for (const note of describePulse(pulse, index > 0, {
      secondsPerBeat,
      tuningSemitones,
      soundsAreSustained,
    }))
      followed.set(note.noteId, note);
  });
  return {
    version: FOLLOWING_VERSION,
    notes: notes.map(
      (note) =>
        followed.get(note.id) ?? { noteId: note.id, measureIndex: note.measureIndex, kind: 'missing' },
    ),
    extras: findExtras(alignment, notes, sounds, heard, secondsPerBeat),
    interruptions: findInterruptions(pulses, secondsPerBeat),
    playedBpm: meanBpm(pulses),
    tuningCents:
      targets.some((target) => target.midi !== undefined) && sounds.length > 0
        ? tuningSemitones * 100
        : undefined,
    soundsAreSustained,
    noiseDb: heard.noiseDb,
    rightShare,
    transposedSemitones:
      rightShare !== undefined && rightShare < MOSTLY_WRONG_SHARE
        ? maybeTransposition(targets, candidates, { secondsPerBeat, tuningSemitones })
        : undefined,
    measureSeconds: measures.map((measure) => measureStart(measure, pulses, beatQuarters, secondsPerBeat)),
  };
}

/** A line without pitches is followed by strokes, any other by tones and by every sign that one may have started anew. */
function candidatesFor(notes: readonly WrittenNote[], heard: Heard): readonly Candidate[] {
  if (notes.some((note) => note.sound.kind === 'pitched')) {
    return heard.notes.flatMap(({ onsetSeconds, endSeconds, midi, startStrength, restarts, ...how }) => {
      const starts = [{ onsetSeconds, strength: startStrength }, ...restarts];
      return starts.map(({ onsetSeconds: from, strength }, index) => ({
        onsetSeconds: from,
        endSeconds: starts[index + 1]?.onsetSeconds ?? endSeconds,
        midi,
        startStrength: strength,
        evidence: {
          levelDb: how.levelDb,
          // A weak sign of a start within a tone is no dip that was measured.
          dipDb: index === 0 ? how.dipDb : 0,
          startStrength: strength,
          clarity: how.clarity,
        },
      }));
    });
  }
  return heard.strikes.map(({ onsetSeconds, levelDb }) => ({
    onsetSeconds,
    endSeconds: onsetSeconds,
    midi: undefined,
    startStrength: 1,
    evidence: { levelDb, dipDb: undefined, startStrength: 1, clarity: undefined },
  }));
}

/** Share of the written notes that were played with their pitch; undefined for a line without pitches. */
function shareOfRight(
  { matches }: Alignment,
  targets: readonly Target[],
  sounds: readonly Candidate[],
  tuningSemitones: number,
): number | undefined {
  const pitched = targets.filter((target) => target.midi !== undefined);
  if (pitched.length === 0) return undefined;
  const right = new Set(
    matches
      .filter(({ target, sound }) => {
        const [written, played] = [targets[target]!.midi, sounds[sound]!.midi];
        if (written === undefined || played === undefined) return false;
        return Math.abs(played - tuningSemitones - written) <= RIGHT_PITCH_SEMITONES;
      })
      .map(({ target }) => target),
  );
  return right.size / pitched.length;
}

/** By how many half steps the whole line was played away from what is written: the part of another instrument, or an octave. */
function maybeTransposition(
  targets: readonly Target[],
  sounds: readonly Candidate[],
  options: AlignOptions,
): number | undefined {
  if (targets.length < FEWEST_NOTES_FOR_TRANSPOSITION) return undefined;
  const tried = TRANSPOSITIONS.map((semitones) => {
    const moved = targets.map((target) => ({
      ...target,
      midi: target.midi === undefined ? undefined : target.midi + semitones,
    }));
    const share = shareOfRight(align(moved, sounds, options), moved, sounds, options.tuningSemitones) ?? 0;
    return { semitones, share };
  });
  const best = tried.reduce((a, b) => (b.share > a.share ? b : a));
  return best.share >= TRANSPOSED_SHARE ? best.semitones : undefined;
}

/** Gives what was no start after all back to the sound before it. */
function joinDoubtful(candidates: readonly Candidate[], { matches, cost }: Alignment) {
  const used = new Set(matches.map((match) => match.sound));
  const sounds: HeardSound[] = [];
  const places = candidates.map(({ startStrength, ...sound }, index) => {
    const before = sounds.at(-1);
    if (before && !used.has(index) && startStrength < SURE_START)
      sounds[sounds.length - 1] = { ...before, endSeconds: Math.max(before.endSeconds, sound.endSeconds) };
    else sounds.push(sound);
    return sounds.length - 1;
  });
  return {
    sounds,
    alignment: { cost, matches: matches.map((match) => ({ ...match, sound: places[match.sound]! })) },
  };
}

/** Tries several tempos, then aligns once more with the tempo and tuning that the best one showed. */
function alignInTempoAndTune(
  targets: readonly Target[],
  sounds: readonly Candidate[],
  askedSecondsPerBeat: number,
  tuningRange: TuningRange,
) {
  const offset = commonOffset(sounds.map((sound) => sound.midi).filter((midi) => midi !== undefined));
  const tunings = [-1, 0, 1, 2]
    .map((semitones) => offset + semitones)
    .filter((tuning) => tuning >= tuningRange.lowestSemitones && tuning <= tuningRange.highestSemitones);
  const tries = (tunings.length > 0 ? tunings : [offset]).flatMap((tuningSemitones) =>
    TEMPO_SHARES.map((share) => {
      const secondsPerBeat = askedSecondsPerBeat / share;
      return {
        secondsPerBeat,
        tuningSemitones,
        alignment: align(targets, sounds, { secondsPerBeat, tuningSemitones }),
      };
    }),
  );
  const best = tries.reduce((a, b) => (b.alignment.cost < a.alignment.cost ? b : a));
  const tuningSemitones =
    matchedOffset(best.alignment, targets, sounds, best.tuningSemitones) ?? best.tuningSemitones;
  const secondsPerBeat = matchedTempo(best.alignment, targets, sounds) ?? best.secondsPerBeat;
  return {
    alignment: align(targets, sounds, { secondsPerBeat, tuningSemitones }),
    tuningSemitones,
    secondsPerBeat,
  };
}

/** How far the pitches lie from whole semitones together (circular mean). */
function commonOffset(midis: readonly number[]): number {
  const x = midis.reduce((sum, midi) => sum + Math.cos(2 * Math.PI * midi), 0);
  const y = midis.reduce((sum, midi) => sum + Math.sin(2 * Math.PI * midi), 0);
  return Math.atan2(y, x) / (2 * Math.PI);
}

function matchedOffset(
  alignment: Alignment,
  targets: readonly Target[],
  sounds: readonly PlayedSound[],
  tuningSemitones: number,
): number | undefined {
  const offsets = alignment.matches
    .map(({ target, sound }) => (sounds[sound]!.midi ?? Number.NaN) - (targets[target]!.midi ?? Number.NaN))
    .filter((offset) => Math.abs(offset - tuningSemitones) <= TUNING_WINDOW_SEMITONES);
  return offsets.length >= 3 ? median(offsets) : undefined;
}

function matchedTempo(
  alignment: Alignment,
  targets: readonly Target[],
  sounds: readonly PlayedSound[],
): number | undefined {
  // Tempo from neighbouring notes only: pauses and restarts between far ones would slow it down.
  const intervals: number[] = [];
  alignment.matches.forEach((match, index) => {
    for (const after of alignment.matches.slice(index + 1, index + 4)) {
      if (after.restart) break;
      const beats = targets[after.target]!.onsetBeats - targets[match.target]!.onsetBeats;
      if (beats >= 0.9)
        intervals.push((sounds[after.sound]!.onsetSeconds - sounds[match.sound]!.onsetSeconds) / beats);
    }
  });
  return intervals.length >= 3 ? median(intervals) : undefined;
}

function splitAtRestarts(matches: readonly Match[]): readonly (readonly Match[])[] {
  const runs: Match[][] = [];
  for (const match of matches) {
    if (match.restart || runs.length === 0) runs.push([]);
    runs.at(-1)!.push(match);
  }
  return runs;
}

function splitPulses(run: PulseRun, secondsPerBeat: number): PulseRun[] {
  // Where the notation asks for freedom, a longer interval is no pause.
  const breaks = findBreaks(run, secondsPerBeat).filter(
    (index) => !run[index]!.note.freeTempo && !run[index - 1]!.note.fermata,
  );
  const starts = [0, ...breaks];
  return starts.map((start, index) => run.slice(start, starts[index + 1] ?? run.length));
}

/** What holds for a whole take. */
interface TakeFacts {
  readonly secondsPerBeat: number;
  readonly tuningSemitones: number;
  readonly soundsAreSustained: boolean;
}

function areSustained(heard: Heard): boolean {
  const fades = heard.notes
    .filter((note) => note.endSeconds - note.onsetSeconds >= LONG_ENOUGH_TO_FADE_SECONDS)
    .map((note) => note.fadeDbPerSecond);
  return fades.length < 3 || median(fades) < FADING_DB_PER_SECOND;
}

function describePulse(
  pulse: PulseRun,
  restarted: boolean,
  { secondsPerBeat, tuningSemitones, soundsAreSustained }: TakeFacts,
): FollowedNote[] {
  const expected = expectedTimes(pulse, secondsPerBeat);
  return pulse.map(({ note, sound: { evidence, ...sound } }, index) => {
    const { seconds, secondsPerBeat: local } = expected[index]!;
    const startsPulse = restarted && index === 0;
    const deviationSeconds = startsPulse ? 0 : sound.onsetSeconds - seconds;
    const writtenSeconds = note.beats * local;
    return {
      noteId: note.id,
      measureIndex: note.measureIndex,
      kind: 'played',
      sound,
      evidence,
      deviationSeconds,
      deviationBeats: deviationSeconds / local,
      writtenSeconds,
      soundedShare:
        sound.midi === undefined || !soundsAreSustained
          ? undefined
          : (sound.endSeconds - sound.onsetSeconds) / writtenSeconds,
      pitchErrorSemitones:
        sound.midi === undefined || note.sound.kind === 'unpitched'
          ? undefined
          : sound.midi - tuningSemitones - note.sound.midi,
      startsPulse,
    };
  });
}

function findExtras(
  alignment: Alignment,
  notes: readonly WrittenNote[],
  sounds: readonly HeardSound[],
  heard: Heard,
  secondsPerBeat: number,
): ExtraSound[] {
  const used = new Set(alignment.matches.map((match) => match.sound));
  const first = alignment.matches[0];
  const last = alignment.matches.at(-1);
  if (!first || !last) return [];
  const from = sounds[first.sound]!.onsetSeconds - OUTSIDE_BEATS * secondsPerBeat;
  const to = sounds[last.sound]!.endSeconds + OUTSIDE_BEATS * secondsPerBeat;
  const levels = heard.notes.map((note) => note.levelDb);
  const floorDb = levels.length > 0 ? median(levels) - EXTRA_BELOW_USUAL_DB : 0;
  return sounds.flatMap(({ evidence, ...sound }, index) => {
    if (used.has(index) || sound.onsetSeconds < from || sound.onsetSeconds > to) return [];
    const isFaint = sound.midi !== undefined && evidence.levelDb < floorDb;
    const isShort =
      sound.midi !== undefined && sound.endSeconds - sound.onsetSeconds < SHORTEST_EXTRA_SECONDS;
    if (isFaint || isShort) return [];
    const before = alignment.matches.filter((match) => match.sound < index).at(-1);
    const note = notes[(before ?? first).target]!;
    return [{ sound, measureIndex: note.measureIndex, afterNoteId: before && note.id }];
  });
}

function findInterruptions(pulses: readonly PulseRun[], secondsPerBeat: number): Interruption[] {
  return pulses.slice(1).flatMap((pulse, index): Interruption[] => {
    const last = pulses[index]!.at(-1)!;
    const first = pulse[0]!;
    const wentBack = first.beats <= last.beats;
    const expected = last.seconds + (first.beats - last.beats) * secondsPerBeat;
    const lost = first.seconds - (wentBack ? last.sound.endSeconds : expected);
    // Going on too soon breaks the pulse as well, but nobody stopped.
    if (!wentBack && lost <= 0) return [];
    return [
      {
        kind: wentBack ? 'restart' : 'pause',
        measureIndex: last.note.measureIndex,
        atSeconds: last.sound.endSeconds,
        seconds: Math.max(0, lost),
        backToMeasureIndex: wentBack ? first.note.measureIndex : undefined,
      },
    ];
  });
}

/** Beats played over the time they took, every pulse by itself. */
function meanBpm(pulses: readonly PulseRun[]): number | undefined {
  let beats = 0;
  let seconds = 0;
  for (const pulse of pulses) {
    const steady = pulse.filter(({ note }) => !note.freeTempo);
    const secondsPerBeat = medianSecondsPerBeat(steady);
    if (secondsPerBeat === undefined || secondsPerBeat <= 0) continue;
    const span = steady.at(-1)!.beats - steady[0]!.beats;
    beats += span;
    seconds += span * secondsPerBeat;
  }
  return seconds > 0 ? (60 * beats) / seconds : undefined;
}

/** When a measure began, the last time it was played: at its first note, less what is written before that. */
function measureStart(
  measure: TimedMeasure,
  pulses: readonly PulseRun[],
  beatQuarters: number,
  secondsPerBeat: number,
): number | undefined {
  const pulse = pulses.findLast((run) => run.some(({ note }) => note.measureIndex === measure.index));
  const first = pulse?.find(({ note }) => note.measureIndex === measure.index);
  if (!first) return undefined;
  const beatsBefore = first.beats - toNumber(measure.onsetQuarters) / beatQuarters;
  return Math.max(0, first.seconds - beatsBefore * secondsPerBeat);
}
