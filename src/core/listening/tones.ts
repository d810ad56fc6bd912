import { FEWEST_TO_COMPARE, LIKELIER_THAN_NOT, median } from '../base';
import type { Audio } from '../signal';
import { joinCovered, type PartlyCovered } from './covered-gaps';
import { FRAME_SECONDS, frameSeconds, SHORTEST_NOTE_SECONDS, toFrames } from './frame-length';
import type { Frames } from './frames';
import type { HeardTone } from './heard';
import { STRINGS } from './model/hearing';
import { levelChanges } from './onsets/level-changes';
import { partialChanges } from './onsets/partial-changes';
import { periodicityBreaks } from './onsets/periodicity';
import { findReattacks, type Reattack } from './onsets/reattacks';
import type { StartFeatures } from './onsets/start-features';
import { type StartPlace, startPlaces } from './onsets/start-places';
import { fadeOf, findEnd, findStart, ownStart } from './onsets/tone-edges';
import type { PartialMeter } from './pitch/partials';
import {
  absorbAliases,
  bridge,
  LEAST_FRAMES,
  middlePitch,
  pitchesWithin,
  pitchSegments,
  samePitch,
  withRealPitches,
} from './pitch-segments';
import type { Segment } from './segment';

/** The detector's window smears 50 ms; anything shorter than this is a transition, not a note (a sixteenth at 160 bpm lasts 94 ms). */
export const SHORTEST_TONE_SECONDS = 0.065;
/** The tail of a tone before its own repeat: what is left of it when the start is told exactly. */
const SHORTEST_SOUNDED_SECONDS = 0.045;

/**
 * Finds the tones of a recording, in order of onset.
 * @param partials @param sound of the same recording.
 */
export function findTones(found: Frames, partials: PartialMeter, sound: Audio): readonly HeardTone[] {
  const { frames, segments: onePitch } = segmentsOf(found, partials);
  const segments = onePitch.flatMap((segment) => splitAtReattacks(segment, frames, sound, partials));
  return segments
    .map((segment, index) =>
      describeTone(segment, segments[index - 1], segments[index + 1], frames, partials),
    )
    .filter((tone) => tone.endSeconds - tone.onsetSeconds >= SHORTEST_SOUNDED_SECONDS);
}

/** Stretches of one pitch. */
function segmentsOf(found: Frames, partials: PartialMeter) {
  const frames = withRealPitches(found, partials);
  const long = bridge(pitchSegments(frames.midi), frames).filter(
    (segment) => segment.to - segment.from >= toFrames(SHORTEST_TONE_SECONDS),
  );
  return { frames, segments: joinCovered(absorbAliases(long, frames), frames, partials) };
}

/** Where within a tone it may have started anew, in seconds, with all that may tell: what the model of starts is learned from. */
export interface PossibleStart {
  readonly seconds: number;
  readonly features: StartFeatures;
}

/** All possible starts within the tones of a recording. */
export function possibleStarts(
  found: Frames,
  partials: PartialMeter,
  sound: Audio,
): readonly PossibleStart[] {
  const { frames, segments } = segmentsOf(found, partials);
  return segments.flatMap((segment) =>
    placesWithin(segment, frames, sound, partials).map(({ frame, features }) => ({
      seconds: frameSeconds(frame),
      features,
    })),
  );
}

/** A tone and how it began. */
interface StartedSegment extends Segment {
  /** How sure it is that it started anew instead of going on from the one before, 0–1. */
  readonly startStrength: number;
  /** Weaker signs of further starts within it. */
  readonly reattacks: readonly Reattack[];
}

/** Parts a segment of one pitch where it more likely than not starts anew: repeated notes. */
function splitAtReattacks(
  segment: PartlyCovered,
  frames: Frames,
  sound: Audio,
  partials: PartialMeter,
): StartedSegment[] {
  const reattacks = findReattacks(placesWithin(segment, frames, sound, partials));
  const cuts = reattacks.filter(({ strength }) => strength >= LIKELIER_THAN_NOT);
  const starts = [{ frame: segment.from, strength: 1 }, ...cuts];
  return starts.map(({ frame, strength }, index) => {
    const end = starts[index + 1]?.frame ?? segment.to;
    return {
      from: frame,
      to: end,
      startStrength: strength,
      reattacks: reattacks.filter((reattack) => reattack.frame > frame && reattack.frame < end),
    };
  });
}

function placesWithin(
  segment: PartlyCovered,
  frames: Frames,
  { samples, sampleRate }: Audio,
  partials: PartialMeter,
): readonly StartPlace[] {
  const [from, to] = [segment.from * FRAME_SECONDS, segment.to * FRAME_SECONDS];
  const midi = middlePitch(segment, frames.midi);
  const tone = { midi, breaks: periodicityBreaks(samples, sampleRate, midi, from, to) };
  return startPlaces(segment, tone, frames, partials, toFrames(SHORTEST_NOTE_SECONDS));
}

function describeTone(
  segment: StartedSegment,
  before: StartedSegment | undefined,
  after: StartedSegment | undefined,
  frames: Frames,
  partials: PartialMeter,
): HeardTone {
  const { levelDb } = frames;
  const length = segment.to - segment.from;
  const inner = { from: segment.from + Math.floor(length * 0.25), to: segment.to - Math.floor(length * 0.2) };
  const levels = levelDb.slice(segment.from, segment.to);
  const level = median(levels);
  const fade = fadeOf(levels);
  const inside = pitchesWithin(inner, frames.midi).length >= LEAST_FRAMES ? inner : segment;
  partials.look(segment.from * FRAME_SECONDS, segment.to * FRAME_SECONDS);
  const midi = pitchOf(inside, fade, frames, partials);
  const isHeld = fade < STRINGS.fadingDbPerSecond;
  const start =
    ownStart(segment, before, partials, frames, isHeld) ?? findStart(segment, before, level, frames);
  return {
    kind: 'tone',
    ...start,
    endSeconds: Math.max(start.onsetSeconds + FRAME_SECONDS, findEnd(segment, after, level, frames)),
    midi,
    oddPartialsDb: partials.oddShareDb(midi),
    octaveBelowDb: partials.oddShareDb(midi - 12),
    clarity: median(frames.clarity.slice(segment.from, segment.to)),
    levelDb: level,
    fadeDbPerSecond: fade,
    glideSemitonesPerSecond: glideOf(pitchesWithin(segment, frames.midi)),
    startStrength:
      before && samePitch(before, segment, frames) && segment.from === before.to ? segment.startStrength : 1,
    reattacks: segment.reattacks.map(({ frame, strength }) => ({
      onsetSeconds: frameSeconds(frame),
      startStrength: strength,
    })),
    levelChangesSeconds: [
      ...levelChanges(segment, frames),
      ...partialChanges(segment, midi, partials),
    ].toSorted((a, b) => a - b),
  };
}

/** From the middle of the first third to that of the last, where enough of it is pitched. */
function glideOf(pitched: readonly number[]): number | null {
  const third = Math.floor(pitched.length / 3);
  if (third < LEAST_FRAMES) return null;
  const moved = median(pitched.slice(-third)) - median(pitched.slice(0, third));
  return Math.abs(moved) / ((pitched.length - third) * FRAME_SECONDS);
}

/**
 * The pitch of a note: where it fades, it is a string's, whose upper partials are stretched and pull the period with them.
 * @param partials looks at the note.
 */
function pitchOf(segment: Segment, fadeDbPerSecond: number, frames: Frames, partials: PartialMeter): number {
  const tracked = middlePitch(segment, frames.midi);
  // In so short a look the partials lie too broad.
  if (fadeDbPerSecond < STRINGS.fadingDbPerSecond || segment.to - segment.from < FEWEST_TO_COMPARE)
    return tracked;
  return partials.tunedPitch(tracked);
}
