import { quantile } from '../base';
import { type Audio, amplitudeToDb } from '../signal';
import { type BandLevels, measureBands } from './bands';
import { CANDIDATES_PER_FRAME, PitchDetector } from './pitch-detector';
import { trackPitch } from './pitch-track';

/** Time between frames: a sixteenth at 160 bpm still has nine of them. */
export const FRAME_SECONDS = 0.01;
/** Window for the level: short enough to see the dip between two tongued notes. */
const LEVEL_WINDOW_SECONDS = 0.015;
/** A tone must stand out of the noise floor by this much. */
const TONE_ABOVE_NOISE_DB = 8;
/** Quieter than this below the loudest moment is not the player. */
const TONE_BELOW_PEAK_DB = 45;

/** What is known about each moment of the recording. */
export interface Frames {
  readonly count: number;
  /** Short-time level, dB below full scale. */
  readonly levelDb: Float64Array;
  /** Pitch as MIDI with cents; undefined where nothing was pitched. */
  readonly midi: readonly (number | undefined)[];
  /** How periodic the sound was, 0–1; 0 where nothing was pitched. */
  readonly clarity: Float64Array;
  readonly bands: BandLevels;
  /** Level of the quietest tenth, and of the loudest hundredth. */
  readonly noiseDb: number;
  readonly peakDb: number;
}

/** Time of the middle of a frame. */
export function frameSeconds(frame: number): number {
  return (frame + 0.5) * FRAME_SECONDS;
}

/** Measures level, spectrum and pitch of every frame. */
export function measureFrames(audio: Audio): Frames {
  const { samples, sampleRate } = audio;
  const hop = FRAME_SECONDS * sampleRate;
  const count = Math.max(1, Math.floor(samples.length / hop));
  const levelDb = measureLevels(samples, sampleRate, hop, count);
  const noiseDb = quantile(levelDb, 0.1);
  const peakDb = quantile(levelDb, 0.99);
  const gateDb = Math.max(noiseDb + TONE_ABOVE_NOISE_DB, peakDb - TONE_BELOW_PEAK_DB);

  const detector = new PitchDetector(sampleRate);
  const places = count * CANDIDATES_PER_FRAME;
  const candidates = { midi: new Float64Array(places), height: new Float64Array(places) };
  for (let frame = 0; frame < count; frame++) {
    if (levelDb[frame]! < gateDb) continue;
    detector.detect(samples, Math.round((frame + 0.5) * hop), candidates, frame * CANDIDATES_PER_FRAME);
  }
  const track = trackPitch(candidates, count);
  return {
    count,
    levelDb,
    midi: track.map((place) => (place === undefined ? undefined : candidates.midi[place]!)),
    clarity: Float64Array.from(track, (place) => (place === undefined ? 0 : candidates.height[place]!)),
    bands: measureBands(audio, hop, count),
    noiseDb,
    peakDb,
  };
}

function measureLevels(samples: Float32Array, sampleRate: number, hop: number, count: number): Float64Array {
  const half = Math.round((LEVEL_WINDOW_SECONDS * sampleRate) / 2);
  const levels = new Float64Array(count);
  for (let frame = 0; frame < count; frame++) {
    const middle = Math.round((frame + 0.5) * hop);
    const from = Math.max(0, middle - half);
    const to = Math.min(samples.length, middle + half);
    let energy = 0;
    for (let n = from; n < to; n++) energy += samples[n]! * samples[n]!;
    levels[frame] = amplitudeToDb(Math.sqrt(energy / Math.max(1, to - from)));
  }
  return levels;
}
