import { median, requireRange } from '../base';
import { areSustained, type Heard, mostlySaid } from '../listening';
import { type Line, writtenNotes } from '../notation';
import { beatUnit, quarterSeconds, toNumber } from '../time';
import { soundOf } from './alignment';
import { besidesOf } from './besides';
import { candidatesFor, joinDoubtful } from './candidates';
import { findExtras } from './extras';
import { FOLLOWING_VERSION, type FollowedNote, type Following, type ToneFacts } from './following';
import { hasFootBeside } from './foot';
import { lookAgain } from './missing';
import { findInterruptions, meanBpm, measureStarts, type Pulse, pulsesOf, writtenInTime } from './pulse-runs';
import { withRetakenNotes } from './retaken';
import { shownByExtras, shownByNotes } from './shown';
import { hasTalkBeside } from './somebody-else';
import { withoutTalkBefore } from './talk-before';
import { alignInTempoAndTune, type TuningRange, USUAL_TUNING } from './tempo-and-tuning';
import { maybeTransposition } from './transposition';
import { UnpitchedSound } from './unpitched';

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
  const notes = writtenNotes(line);
  const written = writtenInTime(line, notes, ({ sound }) =>
    sound.kind === 'pitched' ? sound.midi : undefined,
  );
  const { targets } = written;
  const unit = beatUnit(written.measures[0]!.measure.meter);
  const beatQuarters = toNumber(unit.quarters);
  // A telephone holds up what fades; nothing makes what is held fade.
  const soundsAreSustained = fadesByItself !== true && heard.plucks.length === 0 && areSustained(heard.tones);
  const unpitched = soundsAreSustained ? new UnpitchedSound(heard) : undefined;
  const pitches = notes.flatMap(({ sound }) => (sound.kind === 'pitched' ? [sound.midi] : []));
  const isPitched = pitches.length > 0;
  const hasTalk = isPitched && hasTalkBeside(heard);
  const lowestMidi = isPitched ? Math.min(...pitches) : undefined;
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

  const pulses = pulsesOf(alignment, sounds, written, secondsPerBeat);
  // A note that was played again after a restart counts as it was played last.
  const followed = new Map<string, FollowedNote>();
  const take = { tuningSemitones, soundsAreSustained, unpitched };
  for (const pulse of pulses) for (const note of describePulse(pulse, take)) followed.set(note.noteId, note);
  const found = {
    notes,
    followed,
    onsetBeats: targets.map((target) => target.onsetBeats),
    lengthBeats: written.lengthsBeats,
    signsSeconds: isPitched ? signsOfStarts(heard, soundsAreSustained) : [],
    onsetsSeconds: sounds.map((sound) => sound.onsetSeconds),
    pitches: heard.pitches,
    levelsDb: heard.levelsDb,
    levelChangesSeconds: heard.tones.flatMap((note) => note.levelChangesSeconds),
    unpitched,
    soundsAreSustained,
    tuningSemitones,
  };
  const everyNote = notes.map((note, index) => followed.get(note.id) ?? lookAgain(index, found));
  const extras = findExtras(alignment, notes, sounds, heard, {
    secondsPerBeat,
    soundsAreSustained,
    hasTalkBeside: hasTalk,
  });
  return {
    version: FOLLOWING_VERSION,
    notes: everyNote,
    heads: undefined,
    extras,
    shown: { notes: shownByNotes(everyNote, found), extras: shownByExtras(extras, found) },
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
    hasFootBeside: hasFootBeside(
      heard.thumpsSeconds,
      pulses.flatMap(({ beatsSeconds }) => beatsSeconds),
    ),
    hasTalkBeside: hasTalk,
    transposedSemitones: maybeTransposition(targets, candidates, aligned.alignment, {
      secondsPerBeat,
      tuningSemitones,
    }),
    measureSeconds: measureStarts(pulses, written, secondsPerBeat),
  };
}

/** Strikes; where strings ring on, also what may have been a start within another tone. */
function signsOfStarts(heard: Heard, soundsAreSustained: boolean): readonly number[] {
  const strikes = heard.strikes.map((strike) => strike.onsetSeconds);
  if (soundsAreSustained) return strikes;
  const doubtful = heard.tones.flatMap((note) => note.reattacks);
  return [...strikes, ...doubtful.map((sign) => sign.onsetSeconds)];
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
  { placed, expected, isAnew }: Pulse,
  { tuningSemitones, soundsAreSustained, unpitched }: TakeFacts,
): FollowedNote[] {
  return placed.map(({ note, sound, lengthBeats }, index) => {
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
