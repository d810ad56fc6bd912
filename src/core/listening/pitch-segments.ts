import { median } from '../base';
import { WAVERING_SEMITONES } from '../pitch';
import { FRAME_SECONDS, toFrames } from './frame-length';
import type { Frames } from './frames';
import { PITCH, STARTING } from './model/hearing';
import { DIP_SIDE_SECONDS, levelDip } from './onsets/level-dips';
import { HIGHEST_SHARED_FRACTION, type PartialMeter } from './pitch/partials';
import { splitAtSteps } from './pitch/pitch-steps';
import type { Segment } from './segment';

/**
 * A reed may take so long to settle on its octave: the lower one's own partials stay this weak meanwhile, or it goes over without the
 * least dip.
 */
export const LONGEST_UNSETTLED_SECONDS = 0.25;
/** A tone that is interrupted longer than this without dipping in level is still one tone. */
export const BRIDGED_SECONDS = 0.04;
/** So many tones may ring on under a new one: strings, and rooms. */
const MOST_RINGING = 2;
/** Fewer frames of one pitch are a moment's doubt. */
export const LEAST_FRAMES = 3;
/** The middle of a segment so far is that of its latest frames. */
const REMEMBERED_FRAMES = 25;

/** Puts right where the tracker took a fraction or the double of a pitch, a segment at a time. */
export function withRealPitches(frames: Frames, partials: PartialMeter): Frames {
  const midi = [...frames.midi];
  const segments = pitchSegments(frames.midi).filter((segment) => segment.to - segment.from >= LEAST_FRAMES);
  const tracked = segments.map((segment) => middlePitch(segment, frames.midi));
  const ringing: number[] = [];
  segments.forEach((segment, index) => {
    partials.look(segment.from * FRAME_SECONDS, segment.to * FRAME_SECONDS);
    let real = partials.realPitch(tracked[index]!, ringing);
    if (isLowStart(segment, real, segments[index + 1], tracked[index + 1], partials, frames)) real += 12;
    for (let frame = segment.from; frame < segment.to; frame++)
      if (midi[frame] !== undefined) midi[frame] = midi[frame]! + real - tracked[index]!;
    const again = ringing.findIndex((other) => Math.abs(other - real) < WAVERING_SEMITONES);
    if (again >= 0) ringing.splice(again, 1);
    ringing.push(real);
    if (ringing.length > MOST_RINGING) ringing.shift();
  });
  return { ...frames, midi };
}

/** Some reeds speak at first with every other period a little different: an octave too low, but hardly so. */
function isLowStart(
  segment: Segment,
  midi: number,
  next: Segment | undefined,
  nextMidi: number | undefined,
  partials: PartialMeter,
  { levelDb }: Frames,
): boolean {
  if (!next || nextMidi === undefined || segment.to - segment.from > toFrames(LONGEST_UNSETTLED_SECONDS))
    return false;
  const isOctave = Math.abs(nextMidi - midi - 12) < WAVERING_SEMITONES;
  if (!isOctave || next.from - segment.to > toFrames(BRIDGED_SECONDS)) return false;
  if (partials.oddShareDb(midi) < PITCH.lowStartOddDb) return true;
  const around = { from: segment.from, to: Math.min(next.to, next.from + toFrames(DIP_SIDE_SECONDS)) };
  return levelDip(segment.to, around, levelDb, toFrames(DIP_SIDE_SECONDS)) < STARTING.leastDipDb;
}

export function samePitch(a: Segment, b: Segment, frames: Frames): boolean {
  return Math.abs(middlePitch(a, frames.midi) - middlePitch(b, frames.midi)) < WAVERING_SEMITONES;
}

/** Parts the course of pitch where it leaves the middle of the segment so far, and where it steps. */
export function pitchSegments(pitch: Frames['midi']): Segment[] {
  const segments: Segment[] = [];
  let from = 0;
  let sofar: number[] = [];
  let [lowest, highest] = [0, 0];
  for (let frame = 0; frame <= pitch.length; frame++) {
    const midi = pitch[frame];
    // What lies near to all of them lies near to their middle, which costs more to find.
    const isNearAll =
      midi !== undefined && midi - lowest < WAVERING_SEMITONES && highest - midi < WAVERING_SEMITONES;
    if (
      midi !== undefined &&
      sofar.length > 0 &&
      (isNearAll || Math.abs(midi - median(sofar)) < WAVERING_SEMITONES)
    ) {
      sofar.push(midi);
      if (sofar.length > REMEMBERED_FRAMES) sofar.shift();
      lowest = Math.min(lowest, midi);
      highest = Math.max(highest, midi);
      continue;
    }
    if (sofar.length > 0) segments.push(...splitAtSteps({ from, to: frame }, pitch));
    from = frame;
    sofar = midi === undefined ? [] : [midi];
    [lowest, highest] = [midi ?? 0, midi ?? 0];
  }
  return segments;
}

/** The pitches within a segment, where it has one. */
export const pitchesWithin = ({ from, to }: Segment, pitch: Frames['midi']): readonly number[] =>
  pitch.slice(from, to).filter((midi) => midi !== undefined);

/** The median pitch of a segment. */
export const middlePitch = (segment: Segment, pitch: Frames['midi']) => median(pitchesWithin(segment, pitch));

/** Gives a segment that is only an alias of its neighbour to that neighbour, the later one first: overlap begins with a new tone. */
export function absorbAliases(segments: readonly Segment[], frames: Frames): Segment[] {
  const kept: Segment[] = [];
  for (const segment of segments.toReversed()) {
    const after = kept[0];
    if (after && isAliasOf(segment, after, frames)) kept[0] = { from: segment.from, to: after.to };
    else kept.unshift(segment);
  }
  return kept.reduce<Segment[]>((joined, segment) => {
    const before = joined.at(-1);
    if (before && isAliasOf(segment, before, frames))
      joined[joined.length - 1] = { from: before.from, to: segment.to };
    else joined.push(segment);
    return joined;
  }, []);
}

/** Whether a short segment is its neighbour heard at a whole multiple or fraction of its frequency. */
function isAliasOf(segment: Segment, neighbour: Segment | undefined, frames: Frames): boolean {
  if (!neighbour) return false;
  const length = segment.to - segment.from;
  const longest = isLessClear(segment, neighbour, frames)
    ? PITCH.longestSeemingSeconds
    : glidesInto(segment, neighbour, frames)
      ? LONGEST_UNSETTLED_SECONDS
      : PITCH.longestAliasSeconds;
  if (length > toFrames(longest)) return false;
  const gap = Math.max(neighbour.from - segment.to, segment.from - neighbour.to);
  const apart = Math.abs(middlePitch(segment, frames.midi) - middlePitch(neighbour, frames.midi));
  const ratio = Math.round(2 ** (apart / 12));
  return (
    gap <= toFrames(BRIDGED_SECONDS) &&
    neighbour.to - neighbour.from > segment.to - segment.from &&
    ratio >= 2 &&
    ratio <= HIGHEST_SHARED_FRACTION &&
    Math.abs(apart - 12 * Math.log2(ratio)) < WAVERING_SEMITONES
  );
}

function isLessClear(segment: Segment, than: Segment, { clarity }: Frames): boolean {
  const clarityOf = ({ from, to }: Segment) => median(clarity.slice(from, to));
  return clarityOf(segment) < clarityOf(than) - PITCH.lessClear;
}

/** Whether a tone goes over into the next one without a dip or a rise: a string may sound its octave first. */
function glidesInto(segment: Segment, next: Segment, { levelDb }: Frames): boolean {
  if (next.from < segment.to) return false;
  const side = toFrames(DIP_SIDE_SECONDS);
  const around = { from: segment.from, to: Math.min(next.to, next.from + side) };
  const before = median(levelDb.subarray(Math.max(segment.from, segment.to - side), segment.to));
  const after = median(levelDb.subarray(next.from, around.to));
  return after <= before && levelDip(segment.to, around, levelDb, side) < STARTING.leastDipDb;
}

/** Joins segments of one pitch that a moment's doubt of the detector has parted. */
export function bridge(segments: readonly Segment[], frames: Frames): Segment[] {
  const joined: Segment[] = [];
  for (const segment of segments.filter((s) => s.to - s.from >= LEAST_FRAMES)) {
    const before = joined.at(-1);
    const gap = before ? segment.from - before.to : Number.POSITIVE_INFINITY;
    const near = before && samePitch(before, segment, frames);
    if (before && near && gap <= toFrames(BRIDGED_SECONDS) && !dipsBetween(before, segment, frames.levelDb)) {
      joined[joined.length - 1] = { from: before.from, to: segment.to };
    } else joined.push(segment);
  }
  return joined;
}

function dipsBetween(before: Segment, after: Segment, levelDb: Float64Array): boolean {
  const lowest = Math.min(...levelDb.subarray(before.to - 1, after.from + 1));
  return lowest < Math.min(levelDb[before.to - 1]!, levelDb[after.from]!) - STARTING.partingDipDb;
}
