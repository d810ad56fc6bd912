import { requireRange } from '../base';
import { midiToHertz } from '../pitch';
import {
  type Audio,
  amplitudeToDb,
  Decimator,
  DropoutBridge,
  GrowingSamples,
  HighPass,
  meanLevelDb,
  peakAmplitude,
} from '../signal';
import { FRAME_SECONDS, toFrames } from './frame-length';
import { FrameMeter, type Frames, type TwoRates } from './frames';
import {
  type Heard,
  type HeardMoment,
  type HeardTone,
  LEVEL_STEP_SECONDS,
  LISTENING_VERSION,
  PITCH_STEP_SECONDS,
} from './heard';
import { LEFT_OF_ECHO_DB } from './levels';
import { PartialMeter } from './pitch/partials';
import type { Pluck, Stroke } from './sounding-event';
import { findPlucks, type PossiblePluck, possiblePlucks } from './strings/plucks';
import { pluckedStrings } from './strings/ringing-strings';
import { findStrikes } from './strokes/strikes';
import { findThumps, LOWEST_MIDI_ABOVE_THUMPS, THUMP_RATE_HERTZ } from './strokes/thumps';
import { drumMoments, type PossibleStroke, possibleStrokes } from './together/struck-drums';
import { type PossibleMoment, possibleMoments, struckMoments } from './together/struck-pitches';
import { findTones, type PossibleStart, possibleStarts } from './tones';

/** Enough for the fourth partial of a piccolo; more only costs time. */
const LISTENING_RATE_HERTZ = 20000;
/** Holds the highest fundamental there is; the fewer samples, the faster a pitch is found. */
const PITCH_RATE_HERTZ = 10000;
/** Bands are looked at up to 6 kHz and pitches up to 4.3 kHz: filters this short keep what folds down away from there. */
const FILTER_HALF_WIDTH = 6;
/** Under the lowest string of the double bass (41 Hz). */
const RUMBLE_HERTZ = 35;
const BELOW_LOWEST_SHARE = 0.8;
/** With fewer tones nobody has played a line. */
const FEWEST_TONES_OF_PLAYER = 4;
const CLIPPED_AMPLITUDE = 0.985;
const CLIPPING_BLOCK = 4096;
/**
 * Sines of a browser and of a server may differ in their last bit: facts are rounded far below what can be heard, so that
 * both say the same.
 */
const FINE_DIGITS = 5;
const COARSE_DIGITS = 3;
const CENT_DIGITS = 2;

export type SeveralAtOnce = 'pitches' | 'drums';

export interface ListenerOptions {
  /** What the microphone hears of the device's own sound, from the first sample on; it is taken off. */
  readonly echo?: Float32Array | undefined;
  /** The lowest pitch that the player's instrument can have: what lies under it is a foot, a door, a lorry. */
  readonly lowestMidi?: number | undefined;
  /** Whether the instrument's tones die away by themselves, as plucked and struck ones do; undefined: as they sound. */
  readonly fadesByItself?: boolean | undefined;
  /** Whether several strings, keys or drums may be struck at once, and each of them is to be told. */
  readonly severalAtOnce?: SeveralAtOnce | undefined;
  /** How long the recording will be; longer is welcome. */
  readonly expectedSamples?: number | undefined;
}

/** Two filters under the lowest pitch: what lies an octave lower is weaker by 20 dB and more, the pitch itself by 3. */
function belowLowest(lowestMidi: number | undefined): readonly number[] {
  if (lowestMidi === undefined) return [];
  const hertz = BELOW_LOWEST_SHARE * midiToHertz(lowestMidi);
  return hertz > RUMBLE_HERTZ ? [hertz, hertz] : [];
}

/**
 * Listens to a recording while it is being made, without knowing what was written. Most of the work is done as the
 * sound comes; the facts are the same however it was cut into blocks.
 */
export class Listener {
  readonly #sampleRate: number;
  readonly #echo: Float32Array | undefined;
  readonly #fadesByItself: boolean | undefined;
  readonly #lowestMidi: number | undefined;
  readonly #severalAtOnce: SeveralAtOnce | undefined;
  readonly #bridge: DropoutBridge;
  readonly #decimator: Decimator;
  readonly #highPasses: readonly HighPass[];
  readonly #clean: GrowingSamples;
  readonly #pitchDecimator: Decimator;
  readonly #forPitch: GrowingSamples;
  readonly #pitchRate: number;
  /** What lies under the instrument; undefined where nothing does, or where that is not known. */
  readonly #under:
    | { readonly decimator: Decimator; readonly samples: GrowingSamples; readonly rate: number }
    | undefined;
  readonly #frames: FrameMeter;
  readonly #listeningRate: number;
  #taken = 0;

  /** @param sampleRate in hertz, 8–192 kHz. */
  constructor(
    sampleRate: number,
    { echo, lowestMidi, fadesByItself, severalAtOnce, expectedSamples }: ListenerOptions = {},
  ) {
    requireRange('sample rate', sampleRate, 8000, 192000, 'Hz');
    const factor = Math.max(1, Math.floor(sampleRate / LISTENING_RATE_HERTZ));
    this.#sampleRate = sampleRate;
    this.#echo = echo;
    this.#fadesByItself = fadesByItself;
    this.#lowestMidi = lowestMidi;
    this.#severalAtOnce = severalAtOnce;
    this.#listeningRate = sampleRate / factor;
    this.#bridge = new DropoutBridge(sampleRate, expectedSamples);
    this.#decimator = new Decimator(factor, FILTER_HALF_WIDTH);
    this.#highPasses = [RUMBLE_HERTZ, ...belowLowest(lowestMidi)].map(
      (hertz) => new HighPass(this.#listeningRate, hertz),
    );
    const further = Math.max(1, Math.floor(this.#listeningRate / PITCH_RATE_HERTZ));
    this.#clean = new GrowingSamples(expectedSamples && Math.ceil(expectedSamples / factor));
    this.#forPitch = new GrowingSamples(expectedSamples && Math.ceil(expectedSamples / factor / further));
    this.#pitchRate = this.#listeningRate / further;
    this.#pitchDecimator = new Decimator(further, FILTER_HALF_WIDTH);
    this.#under = this.#maybeUnder(expectedSamples && Math.ceil(expectedSamples / factor));
    this.#frames = new FrameMeter(this.#listeningRate, this.#pitchRate, lowestMidi);
  }

  /** The next stretch of the recording, mono. */
  push(block: Float32Array): void {
    this.#bridge.push(block);
    this.#take(this.#decimator.run(this.#withoutEcho()));
    this.#frames.advance(this.#sound());
  }

  /** The pitch that sounds at the moment, as MIDI; undefined where none is clear. */
  get latestMidi(): number | undefined {
    return this.#frames.latestMidi;
  }

  /** The highest level of the latest moments, in dB. */
  get latestDb(): number {
    return this.#frames.latestDb;
  }

  /** What was heard up to a moment ago; the recording may go on. @returns undefined before there is anything. */
  soFar(): Heard | undefined {
    const frames = this.#frames.soFar(this.#sound(), this.#floorDb());
    return frames && this.#facts(frames);
  }

  /** Ends the recording. @returns plain facts: tones, strikes, levels. */
  finish(): Heard {
    this.#bridge.end();
    this.#take(this.#decimator.run(this.#withoutEcho()));
    this.#take(this.#decimator.end());
    if (this.#under) this.#under.samples.push(this.#under.decimator.end());
    this.#forPitch.push(this.#pitchDecimator.end());
    const heard = this.#facts(this.#frames.finish(this.#sound(), this.#floorDb()));
    // Nothing that the instrument could have played: what it was is heard without knowing the instrument.
    return this.#lowestMidi === undefined || heard.tones.length >= FEWEST_TONES_OF_PLAYER
      ? heard
      : this.#facts(
          new FrameMeter(this.#listeningRate, this.#pitchRate).finish(this.#sound(), this.#floorDb()),
        );
  }

  /** Where within the tones of the whole recording one may have started anew, for learning. To be called when it has ended. */
  possibleStarts(): readonly PossibleStart[] {
    return possibleStarts(
      this.#frames.finish(this.#sound(), this.#floorDb()),
      new PartialMeter(this.#forPitch.samples, this.#pitchRate),
      { samples: this.#clean.samples, sampleRate: this.#listeningRate },
    );
  }

  /** Where in the whole recording a string may have been plucked, for learning. To be called when it has ended. */
  possiblePlucks(): readonly PossiblePluck[] {
    const frames = this.#frames.finish(this.#sound(), this.#floorDb());
    return possiblePlucks(this.#forPitch.samples, this.#pitchRate, frames);
  }

  /** The moments at which strings or keys may have been struck, several at once, for learning. To be called when it has ended. */
  possibleMoments(): readonly PossibleMoment[] {
    const frames = this.#frames.finish(this.#sound(), this.#floorDb());
    return possibleMoments(this.#forPitch.samples, this.#pitchRate, frames.peakDb);
  }

  /** The moments at which drums may have been struck, for learning. To be called when it has ended. */
  possibleStrokes(): readonly PossibleStroke[] {
    const frames = this.#frames.finish(this.#sound(), this.#floorDb());
    return possibleStrokes(this.#clean.samples, this.#listeningRate, frames.peakDb);
  }

  #take(block: Float32Array): void {
    const clean = this.#highPasses.reduce((sound, highPass) => highPass.run(sound), block);
    this.#clean.push(clean);
    if (this.#under) this.#under.samples.push(this.#under.decimator.run(block));
    this.#forPitch.push(this.#pitchDecimator.run(clean));
  }

  #maybeUnder(expectedSamples: number | undefined) {
    if ((this.#lowestMidi ?? 0) < LOWEST_MIDI_ABOVE_THUMPS) return undefined;
    const factor = Math.round(this.#listeningRate / THUMP_RATE_HERTZ);
    return {
      decimator: new Decimator(factor, FILTER_HALF_WIDTH),
      samples: new GrowingSamples(expectedSamples && Math.ceil(expectedSamples / factor)),
      rate: this.#listeningRate / factor,
    };
  }

  #sound(): TwoRates {
    return { samples: this.#clean.samples, forPitch: this.#forPitch.samples };
  }

  #facts(frames: Frames): Heard {
    const clean = { samples: this.#clean.samples, sampleRate: this.#listeningRate };
    const all = { samples: this.#bridge.samples, sampleRate: this.#sampleRate };
    const forPitch = this.#forPitch.samples;
    const tones = findTones(frames, new PartialMeter(forPitch, this.#pitchRate), clean).map(roundTone);
    const { strikes, doubtfulStrikes } = findStrikes(clean, frames.noiseDb, this.#echoSoFar());
    return {
      version: LISTENING_VERSION,
      durationSeconds: all.samples.length / this.#sampleRate,
      tones,
      // One pitch at a time is of no use where several are struck at once.
      plucks: this.#severalAtOnce
        ? []
        : pluckedStrings(tones, this.#fadesByItself, () =>
            findPlucks(forPitch, this.#pitchRate, frames).map(roundPluck),
          ),
      moments: this.#moments(frames),
      strikes: strikes.map(({ riseDb, unlikeDb, ...stroke }) => ({
        ...roundStroke(stroke),
        riseDb: rounded(riseDb, COARSE_DIGITS),
        unlikeDb: rounded(unlikeDb, COARSE_DIGITS),
      })),
      doubtfulStrikes: doubtfulStrikes.map(roundStroke),
      thumpsSeconds: (this.#under ? findThumps(this.#under.samples.samples, this.#under.rate) : []).map(
        (seconds) => rounded(seconds, FINE_DIGITS),
      ),
      noiseDb: rounded(frames.noiseDb, COARSE_DIGITS),
      peakDb: rounded(frames.peakDb, COARSE_DIGITS),
      clippedShare: clippedShare(all.samples),
      levelsDb: levelOutline(all),
      pitches: pitchOutline(frames),
    };
  }

  #moments({ peakDb }: Frames): readonly HeardMoment[] {
    if (this.#severalAtOnce === undefined) return [];
    const moments =
      this.#severalAtOnce === 'pitches'
        ? struckMoments(this.#forPitch.samples, this.#pitchRate, peakDb)
        : drumMoments(this.#clean.samples, this.#listeningRate, peakDb);
    return moments.map(roundMoment);
  }

  #echoSoFar(): Audio | undefined {
    const samples = this.#echo?.subarray(0, this.#bridge.samples.length);
    return samples && { samples, sampleRate: this.#sampleRate };
  }

  /** Below it a frame holds what is left of the device's own sound. */
  #floorDb(): Float64Array | undefined {
    const echo = this.#echoSoFar();
    return echo && levelsOf(echo).map((db) => db - LEFT_OF_ECHO_DB);
  }

  /** What has settled since the last time. */
  #withoutEcho(): Float32Array {
    const fresh = this.#bridge.samples.slice(this.#taken, this.#bridge.settled);
    if (this.#echo) {
      for (let n = 0; n < fresh.length; n++) fresh[n] = fresh[n]! - (this.#echo[this.#taken + n] ?? 0);
    }
    this.#taken = this.#bridge.settled;
    return fresh;
  }
}

function pitchOutline({ midi, count }: Frames): (number | null)[] {
  const step = toFrames(PITCH_STEP_SECONDS);
  return Array.from({ length: Math.ceil(count / step) }, (_, index) => {
    const pitch = midi[index * step];
    return pitch === undefined ? null : rounded(pitch, CENT_DIGITS);
  });
}

const roundMoment = ({ onsetSeconds, levelDb, pitches, drums }: HeardMoment): HeardMoment => ({
  onsetSeconds: rounded(onsetSeconds, FINE_DIGITS),
  levelDb: rounded(levelDb, COARSE_DIGITS),
  pitches: pitches.map(({ midi, evidence }) => ({
    midi,
    evidence: rounded(evidence, FINE_DIGITS),
  })),
  drums: drums.map(({ drum, evidence }) => ({ drum, evidence: rounded(evidence, FINE_DIGITS) })),
});

function roundTone(tone: HeardTone): HeardTone {
  return {
    kind: tone.kind,
    onsetSeconds: rounded(tone.onsetSeconds, FINE_DIGITS),
    endSeconds: rounded(tone.endSeconds, FINE_DIGITS),
    midi: rounded(tone.midi, FINE_DIGITS),
    clarity: rounded(tone.clarity, FINE_DIGITS),
    oddPartialsDb: rounded(tone.oddPartialsDb, COARSE_DIGITS),
    octaveBelowDb: rounded(tone.octaveBelowDb, COARSE_DIGITS),
    levelDb: rounded(tone.levelDb, COARSE_DIGITS),
    fadeDbPerSecond: rounded(tone.fadeDbPerSecond, COARSE_DIGITS),
    glideSemitonesPerSecond:
      tone.glideSemitonesPerSecond === null ? null : rounded(tone.glideSemitonesPerSecond, CENT_DIGITS),
    start: tone.start,
    dipDb: rounded(tone.dipDb, COARSE_DIGITS),
    startStrength: rounded(tone.startStrength, COARSE_DIGITS),
    reattacks: tone.reattacks.map(({ onsetSeconds, startStrength }) => ({
      onsetSeconds: rounded(onsetSeconds, FINE_DIGITS),
      startStrength: rounded(startStrength, COARSE_DIGITS),
    })),
    levelChangesSeconds: tone.levelChangesSeconds.map((seconds) => rounded(seconds, FINE_DIGITS)),
  };
}

function roundPluck(pluck: Pluck): Pluck {
  return {
    kind: pluck.kind,
    onsetSeconds: rounded(pluck.onsetSeconds, FINE_DIGITS),
    endSeconds: rounded(pluck.endSeconds, FINE_DIGITS),
    midi: rounded(pluck.midi, FINE_DIGITS),
    startStrength: rounded(pluck.startStrength, COARSE_DIGITS),
    pitchMargin: rounded(pluck.pitchMargin, COARSE_DIGITS),
    levelDb: rounded(pluck.levelDb, COARSE_DIGITS),
  };
}

function roundStroke(stroke: Stroke): Stroke {
  const onsetSeconds = rounded(stroke.onsetSeconds, FINE_DIGITS);
  return {
    ...stroke,
    onsetSeconds,
    endSeconds: onsetSeconds,
    levelDb: rounded(stroke.levelDb, COARSE_DIGITS),
  };
}

function rounded(value: number, digits: number): number {
  return Number(value.toFixed(digits));
}

/** Level of every frame: root mean square over its time and that of its neighbours, in dB. */
function levelsOf({ samples, sampleRate }: Audio): Float64Array {
  const hop = FRAME_SECONDS * sampleRate;
  return Float64Array.from({ length: Math.ceil(samples.length / hop) }, (_, frame) => {
    const from = Math.max(0, Math.round((frame - 1) * hop));
    const to = Math.min(samples.length, Math.round((frame + 2) * hop));
    return meanLevelDb(samples, from, to);
  });
}

/** Only blocks that reach the ceiling are looked at sample by sample. */
function clippedShare(samples: Float32Array): number {
  let clipped = 0;
  for (let from = 0; from < samples.length; from += CLIPPING_BLOCK) {
    const block = samples.subarray(from, from + CLIPPING_BLOCK);
    if (peakAmplitude(block, 0, block.length) < CLIPPED_AMPLITUDE) continue;
    for (const sample of block) if (Math.abs(sample) >= CLIPPED_AMPLITUDE) clipped++;
  }
  return samples.length === 0 ? 0 : clipped / samples.length;
}

function levelOutline({ samples, sampleRate }: Audio): number[] {
  const step = LEVEL_STEP_SECONDS * sampleRate;
  return Array.from({ length: Math.ceil(samples.length / step) }, (_, index) => {
    const peak = peakAmplitude(samples, Math.round(index * step), Math.round((index + 1) * step));
    return Math.round(amplitudeToDb(peak));
  });
}
