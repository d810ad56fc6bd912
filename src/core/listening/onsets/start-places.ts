import type { PartlyCovered } from '../covered-gaps';
import { FRAME_SECONDS, toFrames } from '../frame-length';
import type { Frames } from '../frames';
import { STARTING } from '../model/hearing';
import type { PartialMeter } from '../pitch/partials';
import { pitchesWithin } from '../pitch-segments';
import { DIP_SIDE_SECONDS, levelDip } from './level-dips';
import type { PeriodicityBreak } from './periodicity';
import { type StartFeatures, startFeatures } from './start-features';

/** Two signs so close are one place. */
const SAME_PLACE_SECONDS = 0.04;

/** A place within a tone of one pitch where it may start anew. */
export interface StartPlace {
  readonly frame: number;
  readonly features: StartFeatures;
}

/**
 * The places within a segment of one pitch that are worth a look, in order, with all that may tell.
 * @param tone its pitch, and where the wave breaks with its past. @param soonest frames from its start to the next one, and from the last to its end, at least.
 */
export function startPlaces(
  segment: PartlyCovered,
  { midi, breaks }: { readonly midi: number; readonly breaks: readonly PeriodicityBreak[] },
  frames: Frames,
  partials: PartialMeter,
  soonest: number,
): readonly StartPlace[] {
  const places: number[] = [];
  const add = (frame: number) => {
    const isInside = frame >= segment.from + soonest && frame < segment.to - soonest;
    const isHidden = segment.covered.some(({ from, to }) => frame >= from && frame < to);
    if (
      isInside &&
      !isHidden &&
      places.every((other) => Math.abs(other - frame) > toFrames(SAME_PLACE_SECONDS))
    )
      places.push(frame);
  };
  // Where something else was heard over the tone, it may have started anew under it.
  for (const { to } of segment.covered) add(to);
  const dips: { frame: number; dipDb: number }[] = [];
  for (let frame = segment.from + soonest; frame < segment.to - soonest; frame++) {
    if (!isBottom(frame, frames.levelDb)) continue;
    const dipDb = levelDip(frame, segment, frames.levelDb, toFrames(DIP_SIDE_SECONDS));
    if (dipDb >= STARTING.leastDipDb) dips.push({ frame, dipDb });
  }
  // The deepest and the plainest first: what lies close to them says the same.
  for (const { frame } of dips.toSorted((a, b) => b.dipDb - a.dipDb)) add(frame);
  for (const { seconds } of breaks
    .filter(({ contrast, change }) => contrast >= STARTING.leastContrast && change >= STARTING.leastChange)
    .toSorted((a, b) => b.contrast - a.contrast))
    add(Math.round(seconds / FRAME_SECONDS - 0.5));
  const signs = {
    midi,
    breaks,
    hasVibrato: hasVibrato(pitchesWithin(segment, frames.midi)),
    signCount: places.length,
  };
  return places
    .toSorted((a, b) => a - b)
    .map((frame) => ({ frame, features: startFeatures(frame, segment, frames, partials, signs) }));
}

/** Whether the level is nowhere lower right beside a frame. */
function isBottom(frame: number, levelDb: Float64Array): boolean {
  return levelDb[frame]! <= levelDb[frame - 1]! && levelDb[frame]! <= levelDb[frame + 1]!;
}

/**
 * Whether the pitch of a segment swings evenly: one frequency of a vibrato holds most of its movement.
 * Source: rates of 4.5–7.5 Hz, J. Sundberg, "Acoustic and psychoacoustic aspects of vocal vibrato", STL-QPSR 35 (1994).
 */
function hasVibrato(course: readonly number[]): boolean {
  if (course.length < toFrames(STARTING.shortestVibratoSeconds)) return false;
  const mean = course.reduce((sum, pitch) => sum + pitch, 0) / course.length;
  const power = course.reduce((sum, pitch) => sum + (pitch - mean) ** 2, 0) / course.length;
  if (power < STARTING.vibratoSemitones ** 2) return false;
  for (let hertz = 4.5; hertz <= 7.5; hertz += 0.25) {
    const step = 2 * Math.PI * hertz * FRAME_SECONDS;
    let [re, im] = [0, 0];
    course.forEach((pitch, frame) => {
      re += (pitch - mean) * Math.cos(step * frame);
      im += (pitch - mean) * Math.sin(step * frame);
    });
    if ((2 * (re * re + im * im)) / course.length ** 2 > STARTING.vibratoShare * power) return true;
  }
  return false;
}
