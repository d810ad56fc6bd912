import { median } from '../base';
import { FRAME_SECONDS, toFrames } from './frame-length';
import type { Frames } from './frames';
import { DIP_SIDE_SECONDS, levelDip, neededDip } from './level-dips';
import type { PartialMeter } from './partials';
import { splitAtSteps } from './pitch-steps';
import type { Stretch } from './restarts';

/** Vibrato and beginners' wavering stay within ±40 cents; the nearest other note is 100 cents away. */
export const SAME_PITCH_SEMITONES = 0.65;
/** While two tones overlap, their common fundamental may seem to sound, but not longer than this. */
const LONGEST_ALIAS_SECONDS = 0.15;
/**
 * A reed may take so long to settle on its octave: the lower one's own partials stay this weak meanwhile, or it goes over without the
 * least dip.
 */
const LONGEST_LOW_START_SECONDS = 0.25;
const LOW_START_ODD_DB = -4;
const SMOOTH_DIP_DB = 2;
/** Tones a whole step apart (9 : 8) share a fundamental nine times lower. */
const HIGHEST_ALIAS_RATIO = 10;
/** A tone that is interrupted longer than this without dipping in level is still one tone. */
export const BRIDGED_SECONDS = 0.04;
/** So many tones may ring on under a new one: strings, and rooms. */
const MOST_RINGING = 2;
/** Fewer frames of one pitch are a moment's doubt. */
export const LEAST_FRAMES = 3;
/** The middle of a stretch so far is that of its latest frames. */
const REMEMBERED_FRAMES = 25;

/** Puts right where the tracker took a fraction or the double of a pitch, a stretch at a time. */
export function withRealPitches(frames: Frames, partials: PartialMeter): Frames {
  const midi = [...frames.midi];
  const stretches = steadyStretches(frames.midi).filter(
    (stretch) => stretch.to - stretch.from >= LEAST_FRAMES,
  );
  const tracked = stretches.map((stretch) => middlePitch(stretch, frames.midi));
  const ringing: number[] = [];
  stretches.forEach((stretch, index) => {
    partials.look(stretch.from * FRAME_SECONDS, stretch.to * FRAME_SECONDS);
    let real = partials.realPitch(tracked[index]!, ringing);
    if (isLowStart(stretch, real, stretches[index + 1], tracked[index + 1], partials, frames)) real += 12;
    for (let frame = stretch.from; frame < stretch.to; frame++)
      if (midi[frame] !== undefined) midi[frame] = midi[frame]! + real - tracked[index]!;
    const again = ringing.findIndex((other) => Math.abs(other - real) < SAME_PITCH_SEMITONES);
    if (again >= 0) ringing.splice(again, 1);
    ringing.push(real);
    if (ringing.length > MOST_RINGING) ringing.shift();
  });
  return { ...frames, midi };
}

/** Some reeds speak at first with every other period a little different: an octave too low, but hardly so. */
function isLowStart(
  stretch: Stretch,
  midi: number,
  next: Stretch | undefined,
  nextMidi: number | undefined,
  partials: PartialMeter,
  { levelDb }: Frames,
): boolean {
  if (!next || nextMidi === undefined || stretch.to - stretch.from > toFrames(LONGEST_LOW_START_SECONDS))
    return false;
  const isOctave = Math.abs(nextMidi - midi - 12) < SAME_PITCH_SEMITONES;
  if (!isOctave || next.from - stretch.to > toFrames(BRIDGED_SECONDS)) return false;
  if (partials.oddShareDb(midi) < LOW_START_ODD_DB) return true;
  const around = { from: stretch.from, to: Math.min(next.to, next.from + toFrames(DIP_SIDE_SECONDS)) };
  return levelDip(stretch.to, around, levelDb, toFrames(DIP_SIDE_SECONDS)) < SMOOTH_DIP_DB;
}

export function samePitch(a: Stretch, b: Stretch, frames: Frames): boolean {
  return Math.abs(middlePitch(a, frames.midi) - middlePitch(b, frames.midi)) < SAME_PITCH_SEMITONES;
}

/** Parts the course of pitch where it leaves the middle of the stretch so far, and where it steps. */
export function steadyStretches(pitch: Frames['midi']): Stretch[] {
  const stretches: Stretch[] = [];
  let from = 0;
  let sofar: number[] = [];
  let [lowest, highest] = [0, 0];
  for (let frame = 0; frame <= pitch.length; frame++) {
    const midi = pitch[frame];
    // What lies near to all of them lies near to their middle, which costs more to find.
    const isNearAll =
      midi !== undefined && midi - lowest < SAME_PITCH_SEMITONES && highest - midi < SAME_PITCH_SEMITONES;
    if (
      midi !== undefined &&
      sofar.length > 0 &&
      (isNearAll || Math.abs(midi - median(sofar)) < SAME_PITCH_SEMITONES)
    ) {
      sofar.push(midi);
      if (sofar.length > REMEMBERED_FRAMES) sofar.shift();
      lowest = Math.min(lowest, midi);
      highest = Math.max(highest, midi);
      continue;
    }
    if (sofar.length > 0) stretches.push(...splitAtSteps({ from, to: frame }, pitch));
    from = frame;
    sofar = midi === undefined ? [] : [midi];
    [lowest, highest] = [midi ?? 0, midi ?? 0];
  }
  return stretches;
}

/** The median pitch of a stretch. */
export const middlePitch = (stretch: Stretch, pitch: Frames['midi']) =>
  median(pitch.slice(stretch.from, stretch.to).filter((midi) => midi !== undefined));

/** Gives a stretch that is only an alias of its neighbour to that neighbour, the later one first: overlap begins with a new tone. */
export function absorbAliases(stretches: readonly Stretch[], frames: Frames): Stretch[] {
  const kept: Stretch[] = [];
  for (const stretch of stretches.toReversed()) {
    const after = kept[0];
    if (after && isAliasOf(stretch, after, frames)) kept[0] = { from: stretch.from, to: after.to };
    else kept.unshift(stretch);
  }
  return kept.reduce<Stretch[]>((joined, stretch) => {
    const before = joined.at(-1);
    if (before && isAliasOf(stretch, before, frames))
      joined[joined.length - 1] = { from: before.from, to: stretch.to };
    else joined.push(stretch);
    return joined;
  }, []);
}

/** Whether a short stretch is its neighbour heard at a whole multiple or fraction of its frequency. */
function isAliasOf(stretch: Stretch, neighbour: Stretch | undefined, frames: Frames): boolean {
  if (!neighbour) return false;
  const length = stretch.to - stretch.from;
  const longest = glidesInto(stretch, neighbour, frames) ? LONGEST_LOW_START_SECONDS : LONGEST_ALIAS_SECONDS;
  if (length > toFrames(longest)) return false;
  const gap = Math.max(neighbour.from - stretch.to, stretch.from - neighbour.to);
  const apart = Math.abs(middlePitch(stretch, frames.midi) - middlePitch(neighbour, frames.midi));
  const ratio = Math.round(2 ** (apart / 12));
  return (
    gap <= toFrames(BRIDGED_SECONDS) &&
    neighbour.to - neighbour.from > stretch.to - stretch.from &&
    ratio >= 2 &&
    ratio <= HIGHEST_ALIAS_RATIO &&
    Math.abs(apart - 12 * Math.log2(ratio)) < SAME_PITCH_SEMITONES
  );
}

/** Whether a tone goes over into the next one without a dip or a rise: a string may sound its octave first. */
function glidesInto(stretch: Stretch, next: Stretch, { levelDb }: Frames): boolean {
  if (next.from < stretch.to) return false;
  const side = toFrames(DIP_SIDE_SECONDS);
  const around = { from: stretch.from, to: Math.min(next.to, next.from + side) };
  const before = median(levelDb.subarray(Math.max(stretch.from, stretch.to - side), stretch.to));
  const after = median(levelDb.subarray(next.from, around.to));
  return after <= before && levelDip(stretch.to, around, levelDb, side) < SMOOTH_DIP_DB;
}

/** Joins stretches of one pitch that a moment's doubt of the detector has parted. */
export function bridge(stretches: readonly Stretch[], frames: Frames): Stretch[] {
  const joined: Stretch[] = [];
  for (const stretch of stretches.filter((s) => s.to - s.from >= LEAST_FRAMES)) {
    const before = joined.at(-1);
    const gap = before ? stretch.from - before.to : Number.POSITIVE_INFINITY;
    const near = before && samePitch(before, stretch, frames);
    if (before && near && gap <= toFrames(BRIDGED_SECONDS) && !dipsBetween(before, stretch, frames.levelDb)) {
      joined[joined.length - 1] = { from: before.from, to: stretch.to };
    } else joined.push(stretch);
  }
  return joined;
}

function dipsBetween(before: Stretch, after: Stretch, levelDb: Float64Array): boolean {
  const lowest = Math.min(...levelDb.subarray(before.to - 1, after.from + 1));
  return (
    lowest < Math.min(levelDb[before.to - 1]!, levelDb[after.from]!) - neededDip(before.to - before.from)
  );
}
