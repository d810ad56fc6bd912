import { quantile } from '../base';
import { midiToHertz } from '../pitch';
import { meanLevelDb } from '../signal';
import { type BandLevels, BandMeter } from './bands';
import { FRAME_SECONDS } from './frame-length';
import { SILENCE_DB } from './levels';
import { ringing } from './onsets/ringing';
import { CANDIDATES_PER_FRAME, type PitchCandidates, PitchDetector } from './pitch/pitch-detector';
import { trackPitch } from './pitch/pitch-track';

/** Window for the level: short enough to see the dip between two tongued notes … */
const LEVEL_WINDOW_SECONDS = 0.015;
/** … but never shorter than this many periods, or the level would follow the wave itself. */
const LEVEL_WINDOW_PERIODS = 1.5;
/** A tone must stand out of the noise floor by this much. */
const TONE_ABOVE_NOISE_DB = 8;
/** Quieter than this below the loudest moment is not the player. */
const TONE_BELOW_PEAK_DB = 45;

/** The first, coarse look for pitches goes in steps of so many frames. */
const COARSE_FRAMES = 3;
/** What sounds now: about the length of a recorder's block. */
const LATEST_FRAMES = 5;
/** Ten seconds, to begin with. */
const FIRST_CAPACITY = 1024;

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
  /** How much tones ring on after their end, 0–1. */
  readonly ringing: number;
}

/** The same sound at the rate for levels and spectra, and at a lower one that is enough for pitches. */
export interface TwoRates {
  readonly samples: Float32Array;
  readonly forPitch: Float32Array;
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

/** Two neighbours whose pitches differ by less than this, both this clear, have the same tone between them. */
const SAME_TONE_SEMITONES = 0.15;
const SAME_TONE_HEIGHT = 0.9;

/**
 * Measures level, spectrum and pitch of every frame, of sound that is still growing. Whatever can be known already is
 * computed at once; the end then only adds what depends on the whole, and comes to the same whatever came when.
 */
export class FrameMeter {
  readonly #sampleRate: number;
  readonly #hop: number;
  readonly #pitchHop: number;
  readonly #detector: PitchDetector;
  readonly #bandMeter: BandMeter;
  /** Frames whose level is final. */
  #count = 0;
  /** The next frame of the first, coarse search for pitches. */
  #nextCoarse = 0;
  #capacity = 0;
  #levelDb = new Float64Array(0);
  /** Of the frames whose bands were asked for: few, where something may have started anew. */
  readonly #bandsDb = new Map<number, Float64Array>();
  #candidates: PitchCandidates = { midi: new Float64Array(0), height: new Float64Array(0) };
  /** Whether the pitches of a frame were looked for. */
  #isDetected = new Uint8Array(0);
  #loudestDb = Number.NEGATIVE_INFINITY;

  /** @param sampleRate @param pitchRate in hertz. @param lowestMidi where nothing lower can be the player's. */
  constructor(sampleRate: number, pitchRate: number, lowestMidi?: number) {
    this.#sampleRate = sampleRate;
    this.#hop = FRAME_SECONDS * sampleRate;
    this.#pitchHop = FRAME_SECONDS * pitchRate;
    this.#detector = new PitchDetector(pitchRate, lowestMidi);
    this.#bandMeter = new BandMeter(sampleRate);
    this.#reserve(FIRST_CAPACITY);
  }

  /** How many frames can be known. */
  #known({ samples, forPitch }: TwoRates): number {
    const levels = (samples.length - this.#bandMeter.reach) / this.#hop;
    const pitches = (forPitch.length - this.#detector.reach) / this.#pitchHop;
    return Math.max(0, Math.floor(Math.min(levels, pitches) - 0.5));
  }

  /** @param sound what is there so far, final. */
  advance(sound: TwoRates): void {
    const known = this.#known(sound);
    this.#measure(sound.samples, known);
    // The frames between two that say the same are spared.
    for (let frame = this.#nextCoarse; frame < known; frame += COARSE_FRAMES) {
      this.#detectIfLoud(sound, frame);
      const before = frame - COARSE_FRAMES;
      if (before >= 0 && !haveSameTone(this.#candidates, placeOf(before), placeOf(frame)))
        for (let between = before + 1; between < frame; between++) this.#detectIfLoud(sound, between);
      this.#nextCoarse = frame + COARSE_FRAMES;
    }
  }

  /** The clearest pitch of the latest frame that was looked at, as MIDI; undefined where nothing sounds clearly. */
  get latestMidi(): number | undefined {
    const frame = this.#nextCoarse - COARSE_FRAMES;
    if (frame < 0 || this.#candidates.height[placeOf(frame)]! < SAME_TONE_HEIGHT) return undefined;
    return this.#candidates.midi[placeOf(frame)];
  }

  /** The highest level of the latest frames, in dB. */
  get latestDb(): number {
    return Math.max(
      SILENCE_DB,
      ...this.#levelDb.subarray(Math.max(0, this.#count - LATEST_FRAMES), this.#count),
    );
  }

  /** All frames. @param sound all there is. @param floorDb level per frame below which nothing is the player. */
  finish(sound: TwoRates, floorDb?: Float64Array): Frames {
    return this.#frames(sound, Math.max(1, Math.floor(sound.samples.length / this.#hop)), floorDb);
  }

  /** The frames that are known so far; more may come. */
  soFar(sound: TwoRates, floorDb?: Float64Array): Frames | undefined {
    const known = this.#known(sound);
    return known > 0 ? this.#frames(sound, known, floorDb) : undefined;
  }

  #frames(sound: TwoRates, count: number, floorDb: Float64Array | undefined): Frames {
    const { samples } = sound;
    this.#measure(samples, count);
    const levelDb = this.#levelDb.slice(0, count);
    const peakDb = quantile(levelDb, 0.99);
    const noiseDb = noiseFloor(levelDb, peakDb);
    const gateDb = Math.max(noiseDb + TONE_ABOVE_NOISE_DB, peakDb - TONE_BELOW_PEAK_DB);
    const candidates = this.#findCandidates(
      sound,
      count,
      (frame) => levelDb[frame]! >= gateDb && levelDb[frame]! >= (floorDb?.[frame] ?? gateDb),
    );
    const track = trackPitch(candidates, count);
    const midi = track.map((place) => (place === undefined ? undefined : candidates.midi[place]!));
    midi.forEach((pitch, frame) => {
      const window = pitch === undefined ? 0 : LEVEL_WINDOW_PERIODS / midiToHertz(pitch);
      if (window > LEVEL_WINDOW_SECONDS)
        levelDb[frame] = levelAt(samples, (frame + 0.5) * this.#hop, window * this.#sampleRate);
    });
    return {
      count,
      levelDb,
      midi,
      clarity: Float64Array.from(track, (place) => (place === undefined ? 0 : candidates.height[place]!)),
      bands: { bandCount: this.#bandMeter.bandCount, of: (frame) => this.#bandsOf(frame, samples) },
      noiseDb,
      peakDb,
      ringing: ringing(levelDb, noiseDb, peakDb),
    };
  }

  #measure(samples: Float32Array, until: number): void {
    this.#reserve(until);
    for (; this.#count < until; this.#count++) {
      const frame = this.#count;
      const middle = (frame + 0.5) * this.#hop;
      const level = levelAt(samples, middle, LEVEL_WINDOW_SECONDS * this.#sampleRate);
      this.#levelDb[frame] = level;
      if (level > this.#loudestDb) this.#loudestDb = level;
    }
  }

  #bandsOf(frame: number, samples: Float32Array): Float64Array {
    const known = this.#bandsDb.get(frame);
    if (known) return known;
    const bandsDb = this.#bandMeter.measure(samples, Math.round((frame + 0.5) * this.#hop));
    this.#bandsDb.set(frame, bandsDb);
    return bandsDb;
  }

  /** What is far below the loudest so far is most often below the gate in the end, too. */
  #detectIfLoud(sound: TwoRates, frame: number): void {
    if (this.#levelDb[frame]! >= this.#loudestDb - TONE_BELOW_PEAK_DB) this.#detect(sound, frame);
  }

  #detect({ forPitch }: TwoRates, frame: number): void {
    if (this.#isDetected[frame]) return;
    this.#isDetected[frame] = 1;
    const middle = Math.round((frame + 0.5) * this.#pitchHop);
    this.#detector.detect(forPitch, middle, this.#candidates, placeOf(frame));
  }

  /** Possible pitches of every frame that may be the player. Most of a tone is alike, so most frames are spared. */
  #findCandidates(sound: TwoRates, count: number, isPlayer: (frame: number) => boolean): PitchCandidates {
    const places = placeOf(count);
    const found = { midi: new Float64Array(places), height: new Float64Array(places) };
    const take = (frame: number, from: PitchCandidates, fromFrame: number) => {
      const [start, end] = [placeOf(fromFrame), placeOf(fromFrame + 1)];
      found.midi.set(from.midi.subarray(start, end), placeOf(frame));
      found.height.set(from.height.subarray(start, end), placeOf(frame));
    };
    const look = (frame: number) => {
      if (!isPlayer(frame)) return;
      this.#detect(sound, frame);
      take(frame, this.#candidates, frame);
    };
    for (let frame = 0; frame < count; frame += COARSE_FRAMES) look(frame);
    for (let frame = 0; frame < count; frame += COARSE_FRAMES) {
      const isSame = haveSameTone(found, placeOf(frame), placeOf(frame + COARSE_FRAMES));
      for (let between = frame + 1; between < Math.min(count, frame + COARSE_FRAMES); between++) {
        if (isSame) take(between, found, frame);
        else look(between);
      }
    }
    return found;
  }

  #reserve(frames: number): void {
    if (frames <= this.#capacity) return;
    this.#capacity = Math.max(frames, 2 * this.#capacity);
    const grown = (array: Float64Array, length: number) => {
      const larger = new Float64Array(length);
      larger.set(array);
      return larger;
    };
    const places = placeOf(this.#capacity);
    const { midi, height } = this.#candidates;
    this.#levelDb = grown(this.#levelDb, this.#capacity);
    this.#candidates = { midi: grown(midi, places), height: grown(height, places) };
    const detected = new Uint8Array(this.#capacity);
    detected.set(this.#isDetected);
    this.#isDetected = detected;
  }
}

/** First place of a frame's candidates. */
function placeOf(frame: number): number {
  return frame * CANDIDATES_PER_FRAME;
}

function haveSameTone({ midi, height }: PitchCandidates, a: number, b: number): boolean {
  if (b >= height.length || height[a]! < SAME_TONE_HEIGHT || height[b]! < SAME_TONE_HEIGHT) return false;
  return Math.abs(midi[a]! - midi[b]!) < SAME_TONE_SEMITONES;
}

/** Root mean square of the samples around a place, in dB. @param middle @param length in samples. */
function levelAt(samples: Float32Array, middle: number, length: number): number {
  const from = Math.max(0, Math.round(middle - length / 2));
  const to = Math.min(samples.length, Math.round(middle + length / 2));
  return meanLevelDb(samples, from, to);
}
