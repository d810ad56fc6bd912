import { clamp, median } from '../base';
import type { Audio } from '../signal';
import { FRAME_SECONDS, type Frames, frameSeconds } from './frames';
import type { HeardNote } from './heard';
import type { PartialMeter } from './partials';
import { periodicityBreaks } from './periodicity';
import {
  DIP_SIDE_SECONDS,
  findRestarts,
  levelDip,
  loudest,
  neededDip,
  RESTART_DIP_DB,
  type Restart,
  type Stretch,
} from './restarts';

/** Vibrato and beginners' wavering stay within ±40 cents; the nearest other note is 100 cents away. */
const SAME_PITCH_SEMITONES = 0.65;
/** The detector's window smears 50 ms; anything shorter than this is a transition, not a note (a sixteenth at 160 bpm lasts 94 ms). */
const SHORTEST_TONE_SECONDS = 0.065;
/** While two tones overlap, their common fundamental may seem to sound, but not longer than this. */
const LONGEST_ALIAS_SECONDS = 0.15;
/** A reed may take so long to settle on its octave, and the lower one's own partials stay this weak meanwhile. */
const LONGEST_LOW_START_SECONDS = 0.25;
const LOW_START_ODD_DB = -4;
/** Even a strong low start is none of its own when it is so short and goes over without the least dip. */
const LONGEST_LEAP_START_SECONDS = 0.2;
const SMOOTH_DIP_DB = 2;
/** Tones a whole step apart (9 : 8) share a fundamental nine times lower. */
const HIGHEST_ALIAS_RATIO = 10;
/** A tone that is interrupted longer than this without dipping in level is still one tone. */
const BRIDGED_SECONDS = 0.04;
/**
 * A tone is felt to begin when it has come within 9 dB of its level.
 * Source: J. Vos, R. Rasch, "The perceptual onset of musical tones", Perception & Psychophysics 29 (1981): thresholds of 6–15 dB.
 */
const FELT_BELOW_LEVEL_DB = 9;

/** Where the tone before still fills the dip, this much of the way up counts as the start. */
const FELT_SHARE_OF_DIP = 0.35;

/** A dip shallower than this is filled by the echo of the tone before. */
const MASKED_DIP_DB = 15;

/** So many tones may ring on under a new one: strings, and rooms. */
const MOST_RINGING = 2;
/** Fewer frames of one pitch are a moment's doubt. */
const LEAST_FRAMES = 3;
/** The middle of a stretch so far is that of its latest frames. */
const REMEMBERED_FRAMES = 25;
/** A guitar loses 10–40 dB a second, a breath under 5; in a shorter look than this the partials lie too broad. */
const STRING_FADE_DB_PER_SECOND = 8;
const FEWEST_FRAMES_TO_TUNE = 8;
/** From here on a restart is taken for one without knowing what was written. */
const SURE_ENOUGH = 0.5;

const toFrames = (seconds: number) => Math.round(seconds / FRAME_SECONDS);

/**
 * Finds the tones of a recording, in order of onset.
 * @param partials @param sound of the same recording.
 */
export function findTones(found: Frames, partials: PartialMeter, sound: Audio): readonly HeardNote[] {
  const frames = withRealPitches(found, partials);
  const long = bridge(steadyStretches(frames.midi), frames).filter(
    (stretch) => stretch.to - stretch.from >= toFrames(SHORTEST_TONE_SECONDS),
  );
  const stretches = absorbAliases(long, frames).flatMap((stretch) => splitAtRestarts(stretch, frames, sound));
  return stretches.map((stretch, index) =>
    describeTone(stretch, stretches[index - 1], stretches[index + 1], frames, partials),
  );
}

/** Puts right where the tracker took a fraction or the double of a pitch, a stretch at a time. */
function withRealPitches(frames: Frames, partials: PartialMeter): Frames {
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
  const isSmooth = levelDip(stretch.to, around, levelDb, toFrames(DIP_SIDE_SECONDS)) < SMOOTH_DIP_DB;
  return isSmooth && stretch.to - stretch.from <= toFrames(LONGEST_LEAP_START_SECONDS);
}

function samePitch(a: Stretch, b: Stretch, frames: Frames): boolean {
  return Math.abs(middlePitch(a, frames.midi) - middlePitch(b, frames.midi)) < SAME_PITCH_SEMITONES;
}

/** Parts the course of pitch where it leaves the middle of the stretch so far. */
function steadyStretches(pitch: Frames['midi']): Stretch[] {
  const stretches: Stretch[] = [];
  let from = 0;
  let sofar: number[] = [];
  for (let frame = 0; frame <= pitch.length; frame++) {
    const midi = pitch[frame];
    if (midi !== undefined && sofar.length > 0 && Math.abs(midi - median(sofar)) < SAME_PITCH_SEMITONES) {
      sofar.push(midi);
      if (sofar.length > REMEMBERED_FRAMES) sofar.shift();
      continue;
    }
    if (sofar.length > 0) stretches.push({ from, to: frame });
    from = frame;
    sofar = midi === undefined ? [] : [midi];
  }
  return stretches;
}

const middlePitch = (stretch: Stretch, pitch: Frames['midi']) =>
  median(pitch.slice(stretch.from, stretch.to).filter((midi) => midi !== undefined));

/** Gives a stretch that is only an alias of its neighbour to that neighbour, the later one first: overlap begins with a new tone. */
function absorbAliases(stretches: readonly Stretch[], frames: Frames): Stretch[] {
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
  if (!neighbour || stretch.to - stretch.from > toFrames(LONGEST_ALIAS_SECONDS)) return false;
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

/** Joins stretches of one pitch that a moment's doubt of the detector has parted. */
function bridge(stretches: readonly Stretch[], frames: Frames): Stretch[] {
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

/** A tone and how it began. */
interface Tone extends Stretch {
  /** How sure it is that it started anew instead of going on from the one before, 0–1. */
  readonly startStrength: number;
  /** Weaker signs of further starts within it. */
  readonly restarts: readonly Restart[];
}

/** Parts a stretch of one pitch where it more likely than not starts anew: repeated notes. */
function splitAtRestarts(stretch: Stretch, frames: Frames, sound: Audio): Tone[] {
  const [from, to] = [stretch.from * FRAME_SECONDS, stretch.to * FRAME_SECONDS];
  const breaks = periodicityBreaks(
    sound.samples,
    sound.sampleRate,
    middlePitch(stretch, frames.midi),
    from,
    to,
  );
  const restarts = findRestarts(stretch, frames, breaks, toFrames(SHORTEST_TONE_SECONDS));
  const cuts = restarts.filter(({ strength }) => strength >= SURE_ENOUGH);
  const starts = [{ frame: stretch.from, strength: 1 }, ...cuts];
  return starts.map(({ frame, strength }, index) => {
    const end = starts[index + 1]?.frame ?? stretch.to;
    return {
      from: frame,
      to: end,
      startStrength: strength,
      restarts: restarts.filter((restart) => restart.frame > frame && restart.frame < end),
    };
  });
}

function describeTone(
  stretch: Tone,
  before: Tone | undefined,
  after: Tone | undefined,
  frames: Frames,
  partials: PartialMeter,
): HeardNote {
  const { levelDb } = frames;
  const length = stretch.to - stretch.from;
  const inner = { from: stretch.from + Math.floor(length * 0.25), to: stretch.to - Math.floor(length * 0.2) };
  const levels = levelDb.slice(stretch.from, stretch.to);
  const level = median(levels);
  const fade = fadeOf(levels);
  const start = ownStart(stretch, before, partials, frames) ?? findStart(stretch, before, level, frames);
  return {
    ...start,
    endSeconds: Math.max(start.onsetSeconds + FRAME_SECONDS, findEnd(stretch, after, level, frames)),
    midi: pitchOf(inner.to - inner.from >= LEAST_FRAMES ? inner : stretch, fade, frames, partials),
    clarity: median(frames.clarity.slice(stretch.from, stretch.to)),
    levelDb: level,
    fadeDbPerSecond: fade,
    startStrength:
      before && samePitch(before, stretch, frames) && stretch.from === before.to ? stretch.startStrength : 1,
    restarts: stretch.restarts.map(({ frame, strength }) => ({
      onsetSeconds: frameSeconds(frame),
      strength,
    })),
  };
}

/** The pitch of a note: where it fades, it is a string's, whose upper partials are stretched and pull the period with them. */
function pitchOf(stretch: Stretch, fadeDbPerSecond: number, frames: Frames, partials: PartialMeter): number {
  const tracked = middlePitch(stretch, frames.midi);
  if (fadeDbPerSecond < STRING_FADE_DB_PER_SECOND || stretch.to - stretch.from < FEWEST_FRAMES_TO_TUNE)
    return tracked;
  partials.look(stretch.from * FRAME_SECONDS, stretch.to * FRAME_SECONDS);
  return partials.tunedPitch(tracked);
}

/** Level of the first half less that of the second, over the time between their middles. The first and last tenth are attack and release. */
function fadeOf(levels: Float64Array): number {
  const edge = Math.ceil(levels.length / 10);
  const middle = levels.length >> 1;
  const early = levels.subarray(edge, middle);
  const late = levels.subarray(middle, levels.length - edge);
  if (early.length === 0 || late.length === 0) return 0;
  return (median(early) - median(late)) / ((late.length + early.length) * 0.5 * FRAME_SECONDS);
}

function findStart(
  stretch: Stretch,
  before: Stretch | undefined,
  level: number,
  frames: Frames,
): Pick<HeardNote, 'onsetSeconds' | 'start' | 'dipDb'> {
  const { levelDb } = frames;
  const side = toFrames(DIP_SIDE_SECONDS);
  // Never look back beyond the middle of the tone before.
  const earliest = Math.max(0, stretch.from - side, before ? (before.from + before.to) >> 1 : 0);
  let bottom = earliest;
  const last = Math.min(stretch.to - 1, stretch.from + toFrames(0.05));
  for (let frame = earliest; frame <= last; frame++) if (levelDb[frame]! <= levelDb[bottom]!) bottom = frame;
  const top = Math.min(level + 3, loudest(levelDb, bottom, bottom + side + 1));
  const depth = top - levelDb[bottom]!;
  const joined = before !== undefined && stretch.from - before.to <= toFrames(BRIDGED_SECONDS);
  const dipDb = joined ? Math.min(depth, loudest(levelDb, earliest, bottom + 1) - levelDb[bottom]!) : depth;
  if (dipDb < RESTART_DIP_DB * 0.6) {
    return { onsetSeconds: stretch.from * FRAME_SECONDS, start: 'pitch-change', dipDb: Math.max(0, dipDb) };
  }
  const felt = Math.max(top - FELT_BELOW_LEVEL_DB, levelDb[bottom]! + FELT_SHARE_OF_DIP * depth);
  let frame = bottom;
  while (frame < stretch.to - 1 && levelDb[frame + 1]! < felt) frame++;
  const rise = levelDb[frame + 1]! - levelDb[frame]!;
  const within = rise > 0 ? clamp((felt - levelDb[frame]!) / rise, 0, 1) : 0;
  const crossing = frameSeconds(frame) + within * FRAME_SECONDS;
  // Where the pitch turns, the new tone already outweighs the echo of the old one.
  const masked = joined && dipDb < MASKED_DIP_DB && !samePitch(before, stretch, frames);
  const turn = masked ? (stretch.from + 1) * FRAME_SECONDS : crossing;
  return {
    onsetSeconds: Math.min(crossing, Math.max(turn, frameSeconds(bottom))),
    start: dipDb < RESTART_DIP_DB ? 'pitch-change' : 'attack',
    dipDb,
  };
}

/**
 * The start of a note that follows another pitch without a gap, by its own partials: what still rings of the note before
 * neither hides it nor puts it off. @returns undefined where that cannot be told.
 */
function ownStart(
  stretch: Tone,
  before: Tone | undefined,
  partials: PartialMeter,
  frames: Frames,
): Pick<HeardNote, 'onsetSeconds' | 'start' | 'dipDb'> | undefined {
  if (!before || stretch.from - before.to > toFrames(DIP_SIDE_SECONDS) || samePitch(before, stretch, frames))
    return undefined;
  const earliest = Math.max(stretch.from - toFrames(DIP_SIDE_SECONDS), (before.from + before.to) >> 1);
  const latest = Math.min(stretch.to, stretch.from + toFrames(DIP_SIDE_SECONDS));
  const onsetSeconds = partials.maybeRise(
    middlePitch(stretch, frames.midi),
    middlePitch(before, frames.midi),
    earliest * FRAME_SECONDS,
    latest * FRAME_SECONDS,
  );
  if (onsetSeconds === undefined) return undefined;
  const at = Math.round(onsetSeconds / FRAME_SECONDS - 0.5);
  const dipDb = Math.max(
    0,
    levelDip(at, { from: earliest, to: latest }, frames.levelDb, toFrames(DIP_SIDE_SECONDS)),
  );
  return { onsetSeconds, start: dipDb < RESTART_DIP_DB ? 'pitch-change' : 'attack', dipDb };
}

function findEnd(stretch: Stretch, after: Stretch | undefined, level: number, frames: Frames): number {
  let last = stretch.to - 1;
  while (last > stretch.from && frames.levelDb[last]! < level - FELT_BELOW_LEVEL_DB) last--;
  const end = frameSeconds(last) + FRAME_SECONDS / 2;
  return after ? Math.min(end, after.from * FRAME_SECONDS) : end;
}
