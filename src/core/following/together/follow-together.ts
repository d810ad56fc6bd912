import { requireRange } from '../../base';
import type { Heard, HeardMoment, SoundingEvent } from '../../listening';
import { type AskedSound, type Line, type WrittenNote, writtenVoices } from '../../notation';
import { beatUnit, quarterSeconds, toNumber } from '../../time';
import type { Alignment, Candidate } from '../alignment';
import { besidesOf } from '../besides';
import { GRACE_SECONDS } from '../extras';
import {
  type ExtraSound,
  FOLLOWING_VERSION,
  type FollowedHead,
  type FollowedNote,
  type Following,
} from '../following';
import { hasFootBeside } from '../foot';
import { findInterruptions, meanBpm, measureStarts, pulsesOf } from '../pulse-runs';
import { hasTalkBeside } from '../somebody-else';
import { dueMoments } from './due-moments';
import { byHandThatKeepsTime } from './hand-that-keeps-time';
import { evidenceAt, likelihoodUnasked } from './likelihood';
import { placeHeads } from './place-heads';
import type { DueMoment, PlacedHead } from './placed-head';
import { likeliestReading, type Reading } from './readings';

/** What is struck at a moment that nothing of the line was found at must be so likely to be a note too many. */
const SURELY_STRUCK = 0.9;
/** Between others it may be what they share, and beside talk a word. */
const SURELY_STRUCK_IN_DOUBT = 0.985;
/** Partials of what is struck at the same time are taken for notes most easily. */
const PARTIAL_SEMITONES = [12, 19, 24, 28, 31];

/**
 * Lines a recording up with a line of several voices, or of several drums: every head of every voice by itself.
 * After S. Ewert, S. Wang, M. Müller, M. Sandler, "Score-informed identification of missing and extra notes in piano recordings", ISMIR 2016:
 * the score is aligned, then each of its notes is looked for where it is due. Departs from it in that what was struck is told by a learned
 * sum of trees over the amounts of harmonic templates, not by their amounts alone, and in that notes are looked for off their places as well.
 * @param askedBpm tempo asked for, in beat units of the first meter.
 */
export function followTogether(line: Line, heard: Heard, askedBpm: number): Following {
  requireRange('asked tempo', askedBpm, 20, 400, 'bpm');
  const unit = beatUnit(line.part.measures[0]!.meter);
  const askedSecondsPerBeat = quarterSeconds(askedBpm, unit) * toNumber(unit.quarters);
  const hasTalk = hasTalkBeside(heard);
  const candidates = heard.moments.map(candidateOf);
  const reading = likeliestReading(line, heard.moments, candidates, askedSecondsPerBeat);
  const { all, written, aligned, moments } = reading;
  const { alignment, secondsPerBeat } = aligned;
  const inAll = pulsesOf(alignment, candidates, written, secondsPerBeat);
  const dueInAll = dueMoments(all, moments, inAll, written);
  const { pulses, due, placed } = byHandThatKeepsTime(
    line,
    { pulses: inAll, due: dueInAll, placed: placeHeads(dueInAll, heard.moments, reading.played) },
    reading,
    heard.moments,
    candidates,
  );
  const heads = placed.map((head) => followedHead(head, due, heard.moments));
  return {
    version: FOLLOWING_VERSION,
    notes: writtenVoices(line).flatMap((notes) => notes.map((note) => followedNote(note, heads))),
    heads,
    extras: extrasAmong(alignment, heard.moments, placed, reading, hasTalk),
    shown: undefined,
    interruptions: findInterruptions(pulses, secondsPerBeat),
    besides: besidesOf(
      heard,
      heads.flatMap(({ sound }) => (sound ? [sound.onsetSeconds] : [])),
    ),
    playedBpm: meanBpm(pulses),
    tuningCents: undefined,
    soundsAreSustained: false,
    noiseDb: heard.noiseDb,
    tones: undefined,
    hasFootBeside: hasFootBeside(
      heard.thumpsSeconds,
      pulses.flatMap(({ beatsSeconds }) => beatsSeconds),
    ),
    hasTalkBeside: hasTalk,
    transposedSemitones: undefined,
    measureSeconds: measureStarts(pulses, written, secondsPerBeat),
  };
}

function candidateOf(moment: HeardMoment, index: number, moments: readonly HeardMoment[]): Candidate {
  return {
    kind: 'stroke',
    onsetSeconds: moment.onsetSeconds,
    endSeconds: moments[index + 1]?.onsetSeconds ?? moment.onsetSeconds,
    levelDb: moment.levelDb,
    startStrength: Math.max(0, ...soundsAt(moment).map((asked) => evidenceAt(moment, asked))),
    playedWeight: 1,
    isOthers: false,
    unpitchedBeforeSeconds: 0,
  };
}

const soundsAt = (moment: HeardMoment): readonly AskedSound[] => [
  ...moment.pitches.map(({ midi }) => ({ kind: 'pitched', midi }) as const),
  ...moment.drums.map(({ drum }) => ({ kind: 'drum', drum }) as const),
];

function followedHead(
  head: PlacedHead,
  due: readonly DueMoment[],
  heard: readonly HeardMoment[],
): FollowedHead {
  const { note, voice, asked, found, likelihood } = head;
  const of = due.find(({ moment: { heads } }) => heads.some((one) => one.note === note))!;
  const evidence = of.foundAt === undefined ? undefined : evidenceAt(heard[of.foundAt]!, asked);
  const shared = {
    noteId: note.id,
    onsetQuarters: toNumber(note.onsetQuarters),
    voice,
    measureIndex: note.measureIndex,
    asked,
    found,
    likelihood,
    evidence,
  };
  if (head.found !== 'there' && head.found !== 'other')
    return {
      ...shared,
      ...{ sound: undefined, instead: undefined, startsPulse: false },
      ...{ deviationSeconds: 0, deviationBeats: 0, doubtSeconds: 0 },
    };
  const moment = heard[head.at]!;
  const instead = head.found === 'other' ? head.instead : undefined;
  const isStart = of.startsPulse && head.at === of.foundAt;
  const deviationSeconds = of.due && !isStart ? moment.onsetSeconds - of.due.seconds : 0;
  return {
    ...shared,
    sound: soundOf(moment, instead ?? asked, likelihood),
    instead,
    deviationSeconds,
    deviationBeats: deviationSeconds / (of.due?.secondsPerBeat ?? 1),
    doubtSeconds: of.due?.doubtSeconds ?? 0,
    startsPulse: of.startsPulse,
  };
}

function soundOf(moment: HeardMoment, asked: AskedSound, startStrength: number): SoundingEvent {
  const started = {
    onsetSeconds: moment.onsetSeconds,
    endSeconds: moment.onsetSeconds,
    levelDb: moment.levelDb,
    startStrength,
  };
  return asked.kind === 'pitched'
    ? { kind: 'pluck', midi: asked.midi, pitchMargin: 1, ...started }
    : { kind: 'stroke', ...started };
}

/** A note of several heads is as its heads are together: found where one of them was. */
function followedNote(note: WrittenNote, all: readonly FollowedHead[]): FollowedNote {
  const heads = all.filter(({ noteId }) => noteId === note.id);
  const shared = { noteId: note.id, measureIndex: note.measureIndex };
  const sounding =
    heads.find(({ found, sound }) => found === 'there' && sound) ?? heads.find(({ sound }) => sound);
  if (!sounding?.sound) {
    const mayHave = heads.some(({ found }) => found === 'unclear');
    return { ...shared, kind: 'missing', sign: mayHave ? 'pitch-shows' : undefined, there: undefined };
  }
  const { sound, instead, asked, deviationBeats, deviationSeconds, doubtSeconds, startsPulse } = sounding;
  const beatSeconds = deviationBeats === 0 ? 0 : deviationSeconds / deviationBeats;
  return {
    ...shared,
    kind: 'played',
    sound,
    unpitchedBeforeSeconds: 0,
    unpitchedAfterSeconds: 0,
    deviationBeats,
    deviationSeconds,
    doubtSeconds,
    soundedShare: undefined,
    writtenSeconds: beatSeconds * note.beats,
    pitchErrorSemitones:
      asked.kind === 'pitched' ? (instead?.kind === 'pitched' ? instead.midi - asked.midi : 0) : undefined,
    startsPulse,
  };
}

/** Small notes that are written near a moment: they are no extras. */
function gracesNear(
  { onsetSeconds }: HeardMoment,
  matches: Alignment['matches'],
  heard: readonly HeardMoment[],
  moments: Reading['moments'],
): readonly AskedSound[] {
  return matches
    .filter(({ sound }) => Math.abs(heard[sound]!.onsetSeconds - onsetSeconds) <= GRACE_SECONDS)
    .flatMap(({ target }) => moments[target]!.heads.flatMap(({ note }) => note.graces));
}

/** What was struck, likely enough, and is nothing that is written. */
function extrasAmong(
  { matches }: Alignment,
  heard: readonly HeardMoment[],
  placed: readonly PlacedHead[],
  { moments }: Reading,
  hasTalk: boolean,
): readonly ExtraSound[] {
  const at = new Map(matches.map(({ sound, target }) => [sound, target]));
  const used = placed.flatMap((head) =>
    head.found === 'there'
      ? [{ at: head.at, asked: head.asked }]
      : head.found === 'other'
        ? [{ at: head.at, asked: head.instead }]
        : [],
  );
  const [first, last] = [matches[0]?.sound ?? 0, matches.at(-1)?.sound ?? -1];
  return heard.flatMap((moment, index): ExtraSound[] => {
    if (index < first || index > last) return [];
    const before = matches.findLast(({ sound }) => sound <= index);
    const of = before && moments[before.target];
    if (!of) return [];
    const written = at.has(index) ? moments[at.get(index)!]!.heads.map(({ asked }) => asked) : [];
    const others = used.filter((one) => one.at === index).map(({ asked }) => asked);
    const taken = [...written, ...others, ...gracesNear(moment, matches, heard, moments)];
    const least = taken.length > 0 || hasTalk ? SURELY_STRUCK_IN_DOUBT : SURELY_STRUCK;
    return soundsAt(moment)
      .map((asked) => ({ asked, likelihood: likelihoodUnasked(moment, asked) }))
      .filter(
        ({ asked, likelihood }) =>
          likelihood >= least && !taken.some((other) => isSameOrPartial(asked, other)),
      )
      .map(({ asked, likelihood }) => ({
        sound: soundOf(moment, asked, likelihood),
        measureIndex: of.note.measureIndex,
        afterNoteId: of.note.id,
      }));
  });
}

function isSameOrPartial(asked: AskedSound, other: AskedSound): boolean {
  if (asked.kind === 'drum' || other.kind === 'drum')
    return asked.kind === 'drum' && other.kind === 'drum' && asked.drum === other.drum;
  const off = Math.abs(asked.midi - other.midi);
  return off === 0 || PARTIAL_SEMITONES.includes(off);
}
