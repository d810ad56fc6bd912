import { median } from '../base';
import type { Audio } from '../signal';
import { FRAME_SECONDS, frameSeconds, toFrames } from './frame-length';
import type { Frames } from './frames';
import type { HeardNote } from './heard';
import { levelChanges } from './level-changes';
import { partialChanges } from './partial-changes';
import type { PartialMeter } from './partials';
import { periodicityBreaks } from './periodicity';
import { findRestarts, type Restart, type Stretch } from './restarts';
import {
  absorbAliases,
  bridge,
  LEAST_FRAMES,
  middlePitch,
  samePitch,
  steadyStretches,
  withRealPitches,
} from './stretches';
import { fadeOf, findEnd, findStart, ownStart } from './tone-edges';

/** The detector's window smears 50 ms; anything shorter than this is a transition, not a note (a sixteenth at 160 bpm lasts 94 ms). */
const SHORTEST_TONE_SECONDS = 0.065;
/** The tail of a tone before its own repeat: what is left of it when the start is told exactly. */
const SHORTEST_SOUNDED_SECONDS = 0.045;

/** A guitar loses 10–40 dB a second, a breath under 5; in a shorter look than this the partials lie too broad. */
const STRING_FADE_DB_PER_SECOND = 8;
const FEWEST_FRAMES_TO_TUNE = 8;
/** From here on a restart is taken for one without knowing what was written. */
const SURE_ENOUGH = 0.5;

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
  return stretches
    .map((stretch, index) =>
      describeTone(stretch, stretches[index - 1], stretches[index + 1], frames, partials),
    )
    .filter((note) => note.endSeconds - note.onsetSeconds >= SHORTEST_SOUNDED_SECONDS);
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
  const inside = inner.to - inner.from >= LEAST_FRAMES ? inner : stretch;
  partials.look(stretch.from * FRAME_SECONDS, stretch.to * FRAME_SECONDS);
  const midi = pitchOf(inside, fade, frames, partials);
  const isHeld = fade < STRING_FADE_DB_PER_SECOND;
  const start =
    ownStart(stretch, before, partials, frames, isHeld) ?? findStart(stretch, before, level, frames);
  return {
    ...start,
    endSeconds: Math.max(start.onsetSeconds + FRAME_SECONDS, findEnd(stretch, after, level, frames)),
    midi,
    oddPartialsDb: partials.oddShareDb(midi),
    octaveBelowDb: partials.oddShareDb(midi - 12),
    clarity: median(frames.clarity.slice(stretch.from, stretch.to)),
    levelDb: level,
    fadeDbPerSecond: fade,
    startStrength:
      before && samePitch(before, stretch, frames) && stretch.from === before.to ? stretch.startStrength : 1,
    restarts: stretch.restarts.map(({ frame, strength }) => ({
      onsetSeconds: frameSeconds(frame),
      strength,
    })),
    levelChangesSeconds: [
      ...levelChanges(stretch, frames),
      ...partialChanges(stretch, midi, partials),
    ].toSorted((a, b) => a - b),
  };
}

/**
 * The pitch of a note: where it fades, it is a string's, whose upper partials are stretched and pull the period with them.
 * @param partials looks at the note.
 */
function pitchOf(stretch: Stretch, fadeDbPerSecond: number, frames: Frames, partials: PartialMeter): number {
  const tracked = middlePitch(stretch, frames.midi);
  if (fadeDbPerSecond < STRING_FADE_DB_PER_SECOND || stretch.to - stretch.from < FEWEST_FRAMES_TO_TUNE)
    return tracked;
  return partials.tunedPitch(tracked);
}
