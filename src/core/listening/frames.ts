import { quantile } from '../base';
import { midiToHertz } from '../pitch';
import { type Audio, amplitudeToDb } from '../signal';
import { type BandLevels, measureBands } from './bands';
import { CANDIDATES_PER_FRAME, type PitchCandidates, PitchDetector } from './pitch-detector';
import { trackPitch } from './pitch-track';

/** Time between frames: a sixteenth at 160 bpm still has nine of them. */
export const FRAME_SECONDS = 0.01;
/** Window for the level: short enough to see the dip between two tongued notes … */
const LEVEL_WINDOW_SECONDS = 0.015;
/** … but never shorter than this many periods, or the level would follow the wave itself. */
const LEVEL_WINDOW_PERIODS = 1.5;
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

/** Where this little lies between the quiet and the loud, the quiet is hardly silence. */
const LEAST_SPAN_DB = 20;

/**
 * The level of the quiet parts. A recording that is cut tight around legato playing has hardly any: then only the
 * short gaps between its notes are taken for silence.
 */
function noiseFloor(levelDb: Float64Array, peakDb: number): number {
  const usual = quantile(levelDb, 0.1);
  return peakDb - usual >= LEAST_SPAN_DB ? usual : quantile(levelDb, 0.02);
}

/** Measures level, spectrum and pitch of every frame. */
export function measureFrames(audio: Audio): Frames {
  const { samples, sampleRate } = audio;
  const hop = FRAME_SECONDS * sampleRate;
  const count = Math.max(1, Math.floor(samples.length / hop));
  const levelDb = new Float64Array(count);
  for (let frame = 0; frame < count; frame++) {
    levelDb[frame] = levelAt(samples, (frame + 0.5) * hop, LEVEL_WINDOW_SECONDS * sampleRate);
  }
  const peakDb = quantile(levelDb, 0.99);
  const noiseDb = noiseFloor(levelDb, peakDb);
  const candidates = findCandidates(
    samples,
    sampleRate,
    levelDb,
    Math.max(noiseDb + TONE_ABOVE_NOISE_DB, peakDb - TONE_BELOW_PEAK_DB),
  );
  const track = trackPitch(candidates, count);
  const midi = track.map((place) => (place === undefined ? undefined : candidates.midi[place]!));
  midi.forEach((pitch, frame) => {
    const window = pitch === undefined ? 0 : LEVEL_WINDOW_PERIODS / midiToHertz(pitch);
    if (window > LEVEL_WINDOW_SECONDS)
      levelDb[frame] = levelAt(samples, (frame + 0.5) * hop, window * sampleRate);
  });
  return {
    count,
    levelDb,
    midi,
    clarity: Float64Array.from(track, (place) => (place === undefined ? 0 : candidates.height[place]!)),
    bands: measureBands(audio, hop, count),
    noiseDb,
    peakDb,
  };
}

/** Two neighbours whose pitches differ by less than this, both this clear, have the same tone between them. */
const SAME_TONE_SEMITONES = 0.15;
const SAME_TONE_HEIGHT = 0.9;

/** Possible pitches of every frame that is loud enough. Most of a tone is alike, so every other frame is often spared. */
function findCandidates(
  samples: Float32Array,
  sampleRate: number,
  levelDb: Float64Array,
  gateDb: number,
): PitchCandidates {
  const detector = new PitchDetector(sampleRate);
  const places = levelDb.length * CANDIDATES_PER_FRAME;
  const candidates = { midi: new Float64Array(places), height: new Float64Array(places) };
  const detect = (frame: number) => {
    if (levelDb[frame]! < gateDb) return;
    const middle = Math.round((frame + 0.5) * FRAME_SECONDS * sampleRate);
    detector.detect(samples, middle, candidates, frame * CANDIDATES_PER_FRAME);
  };
  for (let frame = 0; frame < levelDb.length; frame += 2) detect(frame);
  for (let frame = 1; frame < levelDb.length; frame += 2) {
    const at = frame * CANDIDATES_PER_FRAME;
    if (haveSameTone(candidates, at - CANDIDATES_PER_FRAME, at + CANDIDATES_PER_FRAME)) {
      candidates.midi.copyWithin(at, at - CANDIDATES_PER_FRAME, at);
      candidates.height.copyWithin(at, at - CANDIDATES_PER_FRAME, at);
    } else detect(frame);
  }
  return candidates;
}

function haveSameTone({ midi, height }: PitchCandidates, a: number, b: number): boolean {
  if (b >= height.length || height[a]! < SAME_TONE_HEIGHT || height[b]! < SAME_TONE_HEIGHT) return false;
  return Math.abs(midi[a]! - midi[b]!) < SAME_TONE_SEMITONES;
}

/** Root mean square of the window around a place, in dB. @param middle @param length in samples. */
function levelAt(samples: Float32Array, middle: number, length: number): number {
  const from = Math.max(0, Math.round(middle - length / 2));
  const to = Math.min(samples.length, Math.round(middle + length / 2));
  let energy = 0;
  for (let n = from; n < to; n++) energy += samples[n]! * samples[n]!;
  return amplitudeToDb(Math.sqrt(energy / Math.max(1, to - from)));
}
