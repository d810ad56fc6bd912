import { createRandom, type Random } from '../base';
import type { Timbre } from '../instruments';
import { midiToHertz } from '../pitch';
import { type Audio, dbToAmplitude, peakAmplitude } from '../signal';
import type { Performance, PlayedEvent } from './performance';
import { addDrum } from './render-drum';

// Called for every sample: names of this module are found faster than a global's properties.
const { floor, sin } = Math;

/** The room and the recorder. */
export interface Recording {
  readonly sampleRate: number;
  readonly seed: number;
  /** Peak level of the playing. */
  readonly peakDb: number;
  /** Steady room noise relative to full scale; undefined for none. */
  readonly noiseDb: number | undefined;
  /** Time in which the room's echo falls by 60 dB; undefined for a dry room. */
  readonly reverbSeconds: number | undefined;
}

export const QUIET_ROOM: Omit<Recording, 'seed'> = {
  sampleRate: 44100,
  peakDb: -9,
  noiseDb: -72,
  reverbSeconds: undefined,
};

/** Turns played events into sound. Equal inputs give equal samples. */
export function renderTimbre(performance: Performance, timbre: Timbre, recording: Recording): Audio {
  const { sampleRate } = recording;
  const random = createRandom(recording.seed);
  const dry = new Float32Array(Math.ceil(performance.durationSeconds * sampleRate));
  for (const event of performance.events) addEvent(dry, event, timbre, sampleRate, random);
  const wet =
    recording.reverbSeconds === undefined ? dry : addReverb(dry, recording.reverbSeconds, sampleRate);
  scaleTo(wet, dbToAmplitude(recording.peakDb));
  if (recording.noiseDb !== undefined) {
    // Uniform noise has an RMS of amplitude / √3.
    const amplitude = dbToAmplitude(recording.noiseDb) * Math.sqrt(3);
    for (let n = 0; n < wet.length; n++) wet[n] = wet[n]! + random.uniform(-amplitude, amplitude);
  }
  return { samples: wet, sampleRate };
}

/** Points of one stored period; linear interpolation between them is 70 dB clean. */
const PERIOD_POINTS = 4096;
/** Vibrato sets in after a moment, at about 5 Hz. Common practice. */
const VIBRATO_ANGULAR = 2 * Math.PI * 5;
const VIBRATO_AFTER_SECONDS = 0.25;

function addEvent(
  out: Float32Array,
  event: PlayedEvent,
  timbre: Timbre,
  sampleRate: number,
  random: Random,
): void {
  const from = Math.round(event.onsetSeconds * sampleRate);
  if (event.drum) {
    addDrum(out, from, event.drum, dbToAmplitude(event.levelDb), sampleRate, random);
    return;
  }
  const held = event.endSeconds - event.onsetSeconds;
  const gain = dbToAmplitude(event.levelDb);
  const hertz = event.midi === undefined ? 0 : midiToHertz(event.midi);
  const period = onePeriod(timbre, hertz, sampleRate, random);
  const noise = hertz === 0 ? 1 : timbre.noise;
  const count = Math.min(Math.round((held + timbre.releaseSeconds) * sampleRate), out.length - from);
  let place = 0;
  for (let n = Math.max(0, -from); n < count; n++) {
    const seconds = n / sampleRate;
    const below = floor(place);
    const tone = period[below]! + (period[below + 1]! - period[below]!) * (place - below);
    const value = tone + noise * random.uniform(-1, 1);
    out[from + n] = out[from + n]! + gain * envelope(seconds, held, timbre, event.slurred) * value;
    place += (PERIOD_POINTS * hertz * vibrato(seconds, timbre)) / sampleRate;
    if (place >= PERIOD_POINTS) place -= PERIOD_POINTS;
  }
}

/** Share by which the pitch is raised at a moment. */
function vibrato(seconds: number, { vibratoCents }: Timbre): number {
  if (vibratoCents === 0 || seconds < VIBRATO_AFTER_SECONDS) return 1;
  return 2 ** ((vibratoCents / 1200) * sin(VIBRATO_ANGULAR * seconds));
}

/** One period of the tone, its first point repeated at the end; partials beyond the sample rate's reach left out. */
function onePeriod(timbre: Timbre, hertz: number, sampleRate: number, random: Random): Float64Array {
  const period = new Float64Array(PERIOD_POINTS + 1);
  const partials = hertz === 0 ? [] : timbre.partials.filter((_, k) => hertz * (k + 1) < sampleRate / 2.2);
  const total = partials.reduce((sum, amplitude) => sum + amplitude, 0);
  partials.forEach((amplitude, k) => {
    const phase = random.uniform(0, 2 * Math.PI);
    for (let point = 0; point <= PERIOD_POINTS; point++) {
      const angle = (2 * Math.PI * (k + 1) * point) / PERIOD_POINTS + phase;
      period[point] = period[point]! + (amplitude / total) * Math.sin(angle);
    }
  });
  return period;
}

/** Amplitude of a note over its time, 0–1. */
function envelope(seconds: number, held: number, timbre: Timbre, slurred: boolean): number {
  const floor = slurred ? timbre.slurDip : 0;
  const risen = seconds / timbre.attackSeconds;
  const attack = risen >= 1 ? 1 : floor + (1 - floor) * risen;
  const decay = timbre.decaySeconds === undefined ? 1 : 10 ** ((-3 * seconds) / timbre.decaySeconds);
  const fallen = (seconds - held) / timbre.releaseSeconds;
  const release = fallen <= 0 ? 1 : fallen >= 1 ? 0 : (1 - fallen) ** 2;
  return attack * decay * release;
}

/**
 * A small room: four parallel feedback combs.
 * Source: M. R. Schroeder, "Natural sounding artificial reverberation", JAES 10 (1962).
 */
function addReverb(dry: Float32Array, seconds60dB: number, sampleRate: number): Float32Array {
  const out = Float32Array.from(dry);
  for (const delaySeconds of [0.0297, 0.0371, 0.0411, 0.0437]) {
    const delay = Math.round(delaySeconds * sampleRate);
    const feedback = 10 ** ((-3 * delaySeconds) / seconds60dB);
    const comb = new Float32Array(dry.length);
    for (let n = delay; n < dry.length; n++) {
      comb[n] = dry[n - delay]! + feedback * comb[n - delay]!;
      out[n] = out[n]! + 0.12 * comb[n]!;
    }
  }
  return out;
}

function scaleTo(samples: Float32Array, peak: number): void {
  const loudest = peakAmplitude(samples);
  if (loudest === 0) return;
  for (let n = 0; n < samples.length; n++) samples[n] = (samples[n]! * peak) / loudest;
}
