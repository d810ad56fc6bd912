import { median } from '../base';
import type { Audio } from '../signal';
import { joinCovered, type PartlyCovered } from './covered-gaps';
import { FRAME_SECONDS, frameSeconds, toFrames } from './frame-length';
import type { Frames } from './frames';
import type { HeardTone } from './heard';
import { levelChanges } from './onsets/level-changes';
import { partialChanges } from './onsets/partial-changes';
import { periodicityBreaks } from './onsets/periodicity';
import { findReattacks, type Reattack } from './onsets/reattacks';
import { fadeOf, findEnd, findStart, ownStart } from './onsets/tone-edges';
import type { PartialMeter } from './pitch/partials';
import {
  absorbAliases,
  bridge,
  LEAST_FRAMES,
  middlePitch,
  pitchSegments,
  samePitch,
  withRealPitches,
} from './pitch-segments';
import type { Segment } from './segment';

/** The detector's window smears 50 ms; anything shorter than this is a transition, not a note (a sixteenth at 160 bpm lasts 94 ms). */
const SHORTEST_TONE_SECONDS = 0.065;
/** The tail of a tone before its own repeat: what is left of it when the start is told exactly. */
const SHORTEST_SOUNDED_SECONDS = 0.045;

/** A guitar loses 10–40 dB a second, a breath under 5; in a shorter look than this the partials lie too broad. */
const STRING_FADE_DB_PER_SECOND = 8;
const FEWEST_FRAMES_TO_TUNE = 8;
/** How likely it is that a tone started anew while something else sounded over it, and how far beside that it is heard. */
const COVERED_STRENGTH = 0.4;
const NEAR_COVERED_SECONDS = 0.06;
/** From here on a reattack is taken for one without knowing what was written. */
const SURE_ENOUGH = 0.5;

/**
 * Finds the tones of a recording, in order of onset.
 * @param partials @param sound of the same recording.
 */
export function findTones(found: Frames, partials: PartialMeter, sound: Audio): readonly HeardTone[] {
  const frames = withRealPitches(found, partials);
  const long = bridge(pitchSegments(frames.midi), frames).filter(
    (segment) => segment.to - segment.from >= toFrames(SHORTEST_TONE_SECONDS),
  );
  const segments = joinCovered(absorbAliases(long, frames), frames, partials).flatMap((segment) =>
    splitAtReattacks(segment, frames, sound),
  );
  return segments
    .map((segment, index) =>
      describeTone(segment, segments[index - 1], segments[index + 1], frames, partials),
    )
    .filter((tone) => tone.endSeconds - tone.onsetSeconds >= SHORTEST_SOUNDED_SECONDS);
}

/** A tone and how it began. */
interface StartedSegment extends Segment {
  /** How sure it is that it started anew instead of going on from the one before, 0–1. */
  readonly startStrength: number;
  /** Weaker signs of further starts within it. */
  readonly reattacks: readonly Reattack[];
}

/** Parts a segment of one pitch where it more likely than not starts anew: repeated notes. */
function splitAtReattacks(segment: PartlyCovered, frames: Frames, sound: Audio): StartedSegment[] {
  const [from, to] = [segment.from * FRAME_SECONDS, segment.to * FRAME_SECONDS];
  const breaks = periodicityBreaks(
    sound.samples,
    sound.sampleRate,
    middlePitch(segment, frames.midi),
    from,
    to,
  );
  const reattacks = withCovered(
    findReattacks(segment, frames, breaks, toFrames(SHORTEST_TONE_SECONDS)),
    segment.covered,
  );
  const cuts = reattacks.filter(({ strength }) => strength >= SURE_ENOUGH);
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

/** While something else sounds over a tone nothing that changes is sure to be the tone's; it may have started anew under it. */
function withCovered(reattacks: readonly Reattack[], covered: PartlyCovered['covered']): readonly Reattack[] {
  const near = toFrames(NEAR_COVERED_SECONDS);
  const isCovered = (frame: number) =>
    covered.some(({ from, to }) => frame >= from - near && frame <= to + near);
  return [
    ...reattacks.filter(({ frame }) => !isCovered(frame)),
    ...covered.map(({ to }) => ({ frame: to, strength: COVERED_STRENGTH })),
  ].toSorted((a, b) => a.frame - b.frame);
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
  const inside = inner.to - inner.from >= LEAST_FRAMES ? inner : segment;
  partials.look(segment.from * FRAME_SECONDS, segment.to * FRAME_SECONDS);
  const midi = pitchOf(inside, fade, frames, partials);
  const isHeld = fade < STRING_FADE_DB_PER_SECOND;
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

/**
 * The pitch of a note: where it fades, it is a string's, whose upper partials are stretched and pull the period with them.
 * @param partials looks at the note.
 */
function pitchOf(segment: Segment, fadeDbPerSecond: number, frames: Frames, partials: PartialMeter): number {
  const tracked = middlePitch(segment, frames.midi);
  if (fadeDbPerSecond < STRING_FADE_DB_PER_SECOND || segment.to - segment.from < FEWEST_FRAMES_TO_TUNE)
    return tracked;
  return partials.tunedPitch(tracked);
}
