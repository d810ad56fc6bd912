import { median, requireRange } from '../base';
import { areSustained, type Heard, mostlySaid } from '../listening';
import {
  endQuarters,
  type Line,
  type TimedMeasure,
  tempoSpans,
  timedMeasures,
  type WrittenNote,
  writtenNotes,
} from '../notation';
import { evenBeats } from '../tempo';
import { beatUnit, quarterSeconds, toNumber } from '../time';
import { type Candidate, type Match, soundOf, type Target } from './alignment';
import { besidesOf } from './besides';
import { candidatesFor, joinDoubtful } from './candidates';
import { findExtras } from './extras';
import {
  FOLLOWING_VERSION,
  type FollowedNote,
  type Following,
  type Interruption,
  type ToneFacts,
} from './following';
import { hasFootBeside } from './foot';
import { lookAgain } from './missing';
import { type Expected, expectedTimes, findBreaks, medianSecondsPerBeat, type PulsePoint } from './pulse';
import { type PulseSection, pulseSections } from './pulse-sections';
import { withRetakenNotes } from './retaken';
import { hasTalkBeside } from './somebody-else';
import { withoutTalkBefore } from './talk-before';
import { alignInTempoAndTune, type TuningRange, USUAL_TUNING } from './tempo-and-tuning';
import { maybeTransposition } from './transposition';
import { UnpitchedSound } from './unpitched';

/** A shorter gap between two written notes is no rest. */
const SHORTEST_REST_BEATS = 0.2;
/** Weaker signs of a start are the beating of several strings. */
const LEAST_SIGN_OF_START = 0.15;

/** A written note that was found in the recording. */
interface Placed extends PulsePoint {
  /** Place of the note in the line. */
  readonly index: number;
  readonly note: WrittenNote;
  /** Its value in the beats of `beats`. */
  readonly lengthBeats: number;
  readonly section: PulseSection;
  readonly sound: Candidate;
}

/** Notes of one section that were played in one go at one pulse, in written order. */
type PulseRun = readonly Placed[];

interface KnownOfPlayer {
  readonly tuningRange?: TuningRange | undefined;
  readonly fadesByItself?: boolean | undefined;
}

/**
 * Lines a recording up with the written line.
 * @param askedBpm tempo asked for, in beat units of the first meter.
 * @param player how far the whole take may lie from concert pitch, and whether the instrument's tones die away by themselves, where
 * that is known.
 * @returns plain facts: which sound is which note, and how it lies against the player's own pulse.
 */
export function follow(
  line: Line,
  heard: Heard,
  askedBpm: number,
  { tuningRange = USUAL_TUNING, fadesByItself }: KnownOfPlayer = {},
): Following {
  requireRange('asked tempo', askedBpm, 20, 400, 'bpm');
  const measures = timedMeasures(line);
  const notes = writtenNotes(line);
  const unit = beatUnit(measures[0]!.measure.meter);
  const beatQuarters = toNumber(unit.quarters);
  // A telephone holds up what fades; nothing makes what is held fade.
  const soundsAreSustained = fadesByItself !== true && heard.plucks.length === 0 && areSustained(heard.tones);
  const unpitched = soundsAreSustained ? new UnpitchedSound(heard) : undefined;
  const pitches = notes.flatMap(({ sound }) => (sound.kind === 'pitched' ? [sound.midi] : []));
  const isPitched = pitches.length > 0;
  const hasTalk = isPitched && hasTalkBeside(heard);
  const lowestMidi = isPitched ? Math.min(...pitches) : undefined;
  const beatsAt = evenBeats(line);
  const targets = notes.map(
    (note, index): Target => ({
      onsetBeats: beatsAt(toNumber(note.onsetQuarters)),
      midi: note.sound.kind === 'pitched' ? note.sound.midi : undefined,
      startsMeasure: index === 0 || notes[index - 1]!.measureIndex !== note.measureIndex,
    }),
  );
  const lengths = notes.map((note, index) => beatsAt(endQuarters(note)) - targets[index]!.onsetBeats);
  const endBeats = (index: number) => targets[index]!.onsetBeats + lengths[index]!;
  const sections = pulseSections(notes, tempoSpans(line));
  const askedSecondsPerBeat = quarterSeconds(askedBpm, unit) * beatQuarters;
  // Two kinds of strokes are one player's where they explain the line better than one kind and noises do.
  const { candidates, aligned } = (isPitched ? (['one'] as const) : (['one', 'two'] as const))
    .map((kinds) => {
      const some = candidatesFor(lowestMidi, heard, unpitched, kinds);
      return {
        candidates: some,
        aligned: alignInTempoAndTune(targets, some, askedSecondsPerBeat, tuningRange),
      };
    })
    .reduce((a, b) => (b.aligned.alignment.cost < a.aligned.alignment.cost ? b : a));
  const { tuningSemitones, secondsPerBeat } = aligned;
  const joined = joinDoubtful(candidates, aligned.alignment, notes, secondsPerBeat);
  const { sounds } = joined;
  const read = isPitched ? joined.alignment : withoutTalkBefore(joined.alignment, sounds);
  const alignment = withRetakenNotes(read, sounds, targets, secondsPerBeat);

  const place = ({ target, sound }: Match): Placed => ({
    note: notes[target]!,
    sound: sounds[sound]!,
    index: target,
    entersAfterRest: target > 0 && targets[target]!.onsetBeats - endBeats(target - 1) > SHORTEST_REST_BEATS,
    isOnBeat: Number.isInteger(notes[target]!.beat),
    section: sections[target]!,
    beats: targets[target]!.onsetBeats,
    lengthBeats: lengths[target]!,
    seconds: sounds[sound]!.onsetSeconds,
  });
  const pulses = splitAtRestarts(alignment.matches)
    .map((run) => run.map(place))
    .flatMap((run) => splitPulses(run, secondsPerBeat));
  // A note that was played again after a restart counts as it was played last.
  const followed = new Map<string, FollowedNote>();
  let before: { readonly last: Placed; readonly expected: Expected } | undefined;
  const take = { tuningSemitones, soundsAreSustained, unpitched };
  const beatsSeconds: number[] = [];
  for (const pulse of pulses) {
    const tempo = before?.expected.secondsPerBeat ?? secondsPerBeat;
    const own = pulse[0]!.section.isFree
      ? pulse.map(({ seconds }) => ({ seconds, secondsPerBeat: tempo, doubtSeconds: 0 }))
      : expectedTimes(pulse, secondsPerBeat);
    const [first, ...others] = own;
    // Who goes on too soon is early by the pulse before, and from there on keeps a new one.
    const due = before && dueBefore(pulse[0]!, before);
    const expected = [due ? { ...first!, ...due } : first!, ...others];
    const startsPulse = before !== undefined && due === undefined;
    for (const note of describePulse(pulse, expected, startsPulse, take)) followed.set(note.noteId, note);
    before = { last: pulse.at(-1)!, expected: own.at(-1)! };
    beatsSeconds.push(...beatsWithin(pulse, own));
  }
  const found = {
    notes,
    followed,
    onsetBeats: targets.map((target) => target.onsetBeats),
    lengthBeats: lengths,
    signsSeconds: isPitched ? signsOfStarts(heard, soundsAreSustained) : [],
    onsetsSeconds: sounds.map((sound) => sound.onsetSeconds),
    pitches: heard.pitches,
    levelsDb: heard.levelsDb,
    levelChangesSeconds: heard.tones.flatMap((note) => note.levelChangesSeconds),
    unpitched,
    soundsAreSustained,
    tuningSemitones,
  };
  return {
    version: FOLLOWING_VERSION,
    notes: notes.map((note, index) => followed.get(note.id) ?? lookAgain(index, found)),
    extras: findExtras(alignment, notes, sounds, heard, {
      secondsPerBeat,
      soundsAreSustained,
      hasTalkBeside: hasTalk,
    }),
    interruptions: findInterruptions(pulses, secondsPerBeat),
    besides: besidesOf(
      heard,
      [...followed.values()].flatMap((note) => (note.kind === 'played' ? [note.sound.onsetSeconds] : [])),
    ),
    playedBpm: meanBpm(pulses),
    tuningCents: isPitched && sounds.length > 0 ? tuningSemitones * 100 : undefined,
    soundsAreSustained,
    noiseDb: heard.noiseDb,
    tones: isPitched ? toneFactsOf(heard) : undefined,
    hasFootBeside: hasFootBeside(heard.thumpsSeconds, beatsSeconds),
    hasTalkBeside: hasTalk,
    transposedSemitones: maybeTransposition(targets, candidates, aligned.alignment, {
      secondsPerBeat,
      tuningSemitones,
    }),
    measureSeconds: measures.map((measure) => measureStart(measure, pulses, beatsAt, secondsPerBeat)),
  };
}

/** Strikes; where strings ring on, also what may have been a start within another tone. */
function signsOfStarts(heard: Heard, soundsAreSustained: boolean): readonly number[] {
  const strikes = heard.strikes.map((strike) => strike.onsetSeconds);
  if (soundsAreSustained) return strikes;
  const doubtful = heard.tones.flatMap((note) => note.reattacks);
  return [
    ...strikes,
    ...doubtful
      .filter(({ startStrength }) => startStrength >= LEAST_SIGN_OF_START)
      .map((sign) => sign.onsetSeconds),
  ];
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
  const turns = run.flatMap(({ section }, index) =>
    index === 0 || section.index !== run[index - 1]!.section.index ? [index] : [],
  );
  return splitAt(run, turns).flatMap((piece) =>
    // Where the notation asks for freedom, a longer interval is no pause.
    piece[0]!.section.isFree ? [piece] : splitAt(piece, [0, ...findBreaks(piece, secondsPerBeat)]),
  );
}

const splitAt = (run: PulseRun, starts: readonly number[]): PulseRun[] =>
  starts.map((start, index) => run.slice(start, starts[index + 1] ?? run.length));

/** When the beats of a pulse came, from its first note to its last. @param expected of its notes. */
function beatsWithin(pulse: PulseRun, expected: readonly Expected[]): readonly number[] {
  return pulse.flatMap(({ beats }, index) => {
    const next = pulse[index + 1];
    const first = Math.ceil(beats);
    const count = next ? Math.max(0, Math.ceil(next.beats) - first) : Number(first === beats);
    const { seconds, secondsPerBeat } = expected[index]!;
    return Array.from({ length: count }, (_, beat) => seconds + (first + beat - beats) * secondsPerBeat);
  });
}

/** When the first note of a pulse was due by the pulse before it, where it came too soon right after that. */
function dueBefore(
  first: Placed,
  { last, expected }: { readonly last: Placed; readonly expected: Expected },
): Pick<Expected, 'seconds' | 'doubtSeconds'> | undefined {
  if (first.index !== last.index + 1 || first.section.index !== last.section.index) return undefined;
  const seconds = expected.seconds + (first.beats - last.beats) * expected.secondsPerBeat;
  return first.seconds < seconds ? { seconds, doubtSeconds: expected.doubtSeconds } : undefined;
}

/** What holds for a whole take. */
interface TakeFacts {
  readonly tuningSemitones: number;
  readonly soundsAreSustained: boolean;
  readonly unpitched: UnpitchedSound | undefined;
}

function toneFactsOf({ tones }: Heard): ToneFacts {
  const middle = (values: readonly number[]) => (values.length === 0 ? 0 : median(values));
  return {
    count: tones.length,
    medianSeconds: middle(tones.map((tone) => tone.endSeconds - tone.onsetSeconds)),
    medianClarity: middle(tones.map((tone) => tone.clarity)),
    areMostlySaid: mostlySaid(tones),
  };
}

function describePulse(
  pulse: PulseRun,
  expected: readonly Expected[],
  isAnew: boolean,
  { tuningSemitones, soundsAreSustained, unpitched }: TakeFacts,
): FollowedNote[] {
  return pulse.map(({ note, sound, lengthBeats }, index) => {
    const { seconds, secondsPerBeat: local, doubtSeconds } = expected[index]!;
    const startsPulse = isAnew && index === 0;
    const deviationSeconds = startsPulse ? 0 : sound.onsetSeconds - seconds;
    const writtenSeconds = lengthBeats * local;
    return {
      noteId: note.id,
      measureIndex: note.measureIndex,
      kind: 'played',
      sound: soundOf(sound),
      unpitchedBeforeSeconds: sound.unpitchedBeforeSeconds,
      unpitchedAfterSeconds: unpitched?.secondsAfter(sound) ?? 0,
      deviationSeconds,
      deviationBeats: (deviationSeconds * note.beats) / writtenSeconds,
      doubtSeconds,
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

function findInterruptions(pulses: readonly PulseRun[], secondsPerBeat: number): Interruption[] {
  return pulses.slice(1).flatMap((pulse, index): Interruption[] => {
    const last = pulses[index]!.at(-1)!;
    const first = pulse[0]!;
    const wentBack = first.beats <= last.beats;
    // After a fermata, and where the tempo turns, nobody knows how long is too long.
    if (!wentBack && first.section.index !== last.section.index) return [];
    const expected = last.seconds + (first.beats - last.beats) * secondsPerBeat;
    const stoppedAt = endOf(last, first, secondsPerBeat);
    const lost = first.seconds - (wentBack ? stoppedAt : expected);
    // Going on too soon breaks the pulse as well, but nobody stopped.
    if (!wentBack && lost <= 0) return [];
    return [
      {
        kind: wentBack ? 'restart' : 'pause',
        measureIndex: last.note.measureIndex,
        atSeconds: stoppedAt,
        seconds: Math.max(0, lost),
        backToMeasureIndex: wentBack ? first.note.measureIndex : undefined,
      },
    ];
  });
}

/** When a note was over; a stroke lasts as long as it is written. */
function endOf({ lengthBeats, sound, seconds }: Placed, next: Placed, secondsPerBeat: number): number {
  if (sound.midi !== undefined) return sound.endSeconds;
  return Math.min(seconds + lengthBeats * secondsPerBeat, next.seconds);
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
  beatsAt: (quarters: number) => number,
  secondsPerBeat: number,
): number | undefined {
  const pulse = pulses.findLast((run) => run.some(({ note }) => note.measureIndex === measure.index));
  const first = pulse?.find(({ note }) => note.measureIndex === measure.index);
  if (!first) return undefined;
  const beatsBefore = first.beats - beatsAt(toNumber(measure.onsetQuarters));
  return Math.max(0, first.seconds - beatsBefore * secondsPerBeat);
}
