import { createRandom, type Random } from '@/core/base';
import { type Audio, convolve, dbToAmplitude, decimate, peakAmplitude } from '@/core/signal';
import { throughCodec, throughTelephone } from './recorders';
import { talk } from './sounds';

export const CONDITIONS = [
  'plain',
  'room',
  'noise 20 dB',
  'hum',
  'quiet',
  'clipped',
  '16 kHz',
  '22 kHz',
  '48 kHz',
  'click bleed',
  'talk around it',
  'coughs and chairs',
] as const;
/** Further ways in which a take reaches the ear. */
export const FURTHER_CONDITIONS = ['hall', 'telephone', 'opus', 'mp3'] as const;
export type Condition = (typeof CONDITIONS)[number] | (typeof FURTHER_CONDITIONS)[number];

const TALK_GAP_SECONDS = 0.7;
const talkBefore = () => talk('All right. I will try that line again now.');

/** How much later the recording begins to count than the playing. */
export function leadOf(condition: Condition): number {
  if (condition !== 'talk around it') return 0;
  const { samples, sampleRate } = talkBefore();
  return (samples.length + Math.round(TALK_GAP_SECONDS * sampleRate)) / sampleRate;
}

/** Puts a dry take into a room and through a recorder. @returns what the application is given, mono. */
export function record(
  dry: Audio,
  condition: Condition,
  clickSeconds: readonly number[],
  seed: number,
): Audio {
  const random = createRandom(500_009 + seed);
  const peak = peakAmplitude(dry.samples, 0, dry.samples.length) || 1;
  let samples = dry.samples.map((sample) => (0.5 * sample) / peak);
  let sampleRate = dry.sampleRate;
  // No room is silent.
  addNoise(samples, -66, random);
  switch (condition) {
    case 'plain':
      break;
    case 'room':
      samples = inRoom(samples, sampleRate, random.uniform(0.3, 0.8), random.uniform(2, 10), random);
      break;
    case 'hall':
      samples = inRoom(samples, sampleRate, random.uniform(1, 1.6), random.uniform(4, 9), random);
      break;
    case 'telephone':
      samples = Float32Array.from(throughTelephone({ samples, sampleRate }).samples);
      break;
    case 'opus':
    case 'mp3': {
      const heard = throughCodec({ samples, sampleRate }, condition);
      [samples, sampleRate] = [Float32Array.from(heard.samples), heard.sampleRate];
      break;
    }
    case 'noise 20 dB':
      addNoise(samples, levelDb(samples) - 20, random);
      break;
    case 'hum':
      addHum(samples, sampleRate, levelDb(samples) - 22);
      break;
    case 'quiet':
      samples = samples.map((sample) => sample * dbToAmplitude(-34));
      break;
    case 'clipped':
      samples = samples.map((sample) => Math.max(-0.99, Math.min(0.99, sample * 2.8)));
      break;
    case '16 kHz':
      [samples, sampleRate] = [thirded(samples, sampleRate, 16000), 16000];
      break;
    case '22 kHz':
      [samples, sampleRate] = [Float32Array.from(decimate({ samples, sampleRate }, 2).samples), 22050];
      break;
    case '48 kHz':
      [samples, sampleRate] = [sincResample(samples, sampleRate, 48000), 48000];
      break;
    case 'click bleed':
      addClicks(samples, sampleRate, clickSeconds, dbToAmplitude(levelDb(samples) - 14));
      break;
    case 'talk around it': {
      const before = talkBefore().samples;
      const after = talk('That was better, I think.').samples;
      const scale = (sound: Float32Array) => sound.map((sample) => sample * 0.35);
      const gap = Math.round(TALK_GAP_SECONDS * sampleRate);
      const joined = new Float32Array(before.length + gap + samples.length + gap + after.length);
      joined.set(scale(before), 0);
      joined.set(samples, before.length + gap);
      joined.set(scale(after), before.length + gap + samples.length + gap);
      samples = joined;
      break;
    }
    case 'coughs and chairs':
      for (let count = 0; count < 3; count++) addBurst(samples, sampleRate, random);
      break;
  }
  return { samples, sampleRate };
}

/** Level of the louder half of a take, dB below full scale. */
export function levelDb(samples: Float32Array): number {
  let energy = 0;
  let count = 0;
  const size = 2048;
  for (let from = 0; from + size < samples.length; from += size) {
    let block = 0;
    for (let n = from; n < from + size; n++) block += samples[n]! * samples[n]!;
    if (block / size > 1e-5) {
      energy += block;
      count += size;
    }
  }
  return count === 0 ? -60 : 10 * Math.log10(energy / count);
}

/** Noise that falls by about 3 dB an octave. Source: P. Kellet's economical filter of white noise (public domain). */
export function addNoise(samples: Float32Array, db: number, random: Random): void {
  let [a, b, c] = [0, 0, 0];
  const noise = samples.map(() => {
    const white = random.uniform(-1, 1);
    a = 0.99765 * a + white * 0.099046;
    b = 0.963 * b + white * 0.2965164;
    c = 0.57 * c + white * 1.0526913;
    return a + b + c + white * 0.1848;
  });
  let energy = 0;
  for (const value of noise) energy += value * value;
  const gain = dbToAmplitude(db) / Math.sqrt(energy / Math.max(1, noise.length));
  for (let n = 0; n < samples.length; n++) samples[n] = samples[n]! + gain * noise[n]!;
}

function addHum(samples: Float32Array, sampleRate: number, db: number): void {
  const gain = dbToAmplitude(db);
  for (let n = 0; n < samples.length; n++) {
    const phase = (2 * Math.PI * n) / sampleRate;
    samples[n] =
      samples[n]! +
      gain * (Math.sin(50 * phase) + 0.6 * Math.sin(100 * phase + 1) + 0.4 * Math.sin(150 * phase + 2));
  }
}

/**
 * A room: sparse early reflections, then a tail that falls by 60 dB in the given time and carries so much less energy than the
 * direct sound. A furnished room takes 0.3–0.5 s, a bare hall of a school 0.8 s and more (common practice); ten decibels are
 * a microphone on the music stand, two one across the room.
 */
function inRoom(
  samples: Float32Array,
  sampleRate: number,
  seconds: number,
  tailBelowDb: number,
  random: Random,
): Float32Array<ArrayBuffer> {
  const taps = new Float32Array(Math.round(seconds * sampleRate));
  const tail = taps.map((_, n) =>
    n < 0.008 * sampleRate ? 0 : random.gaussian(1) * 10 ** ((-3 * n) / taps.length),
  );
  let energy = 0;
  for (const tap of tail) energy += tap * tap;
  const gain = dbToAmplitude(-tailBelowDb) / Math.sqrt(energy);
  taps.set(tail.map((tap) => tap * gain));
  taps[0] = 1;
  for (const early of [0.0031, 0.0057, 0.0089])
    taps[Math.round(early * sampleRate)]! += 0.2 * random.pick([-1, 1]);
  const wet = convolve(samples, taps);
  const peak = peakAmplitude(wet, 0, wet.length);
  return Float32Array.from(wet, (sample) => (0.5 * sample) / peak);
}

function addClicks(
  samples: Float32Array,
  sampleRate: number,
  clickSeconds: readonly number[],
  amplitude: number,
): void {
  for (const seconds of clickSeconds) {
    const from = Math.round(seconds * sampleRate);
    for (let n = 0; n < 0.03 * sampleRate; n++) {
      if (samples[from + n] === undefined) continue;
      samples[from + n] =
        samples[from + n]! +
        amplitude * Math.sin((2 * Math.PI * 1900 * n) / sampleRate) * Math.exp(-n / (0.005 * sampleRate));
    }
  }
}

/** A cough, a chair, a page: noise of a tenth to a third of a second, well below the playing. */
function addBurst(samples: Float32Array, sampleRate: number, random: Random): void {
  const from = random.integer(0, Math.max(1, samples.length - sampleRate));
  const length = Math.round(random.uniform(0.1, 0.3) * sampleRate);
  const amplitude = random.uniform(0.02, 0.08);
  let low = 0;
  for (let n = 0; n < length; n++) {
    low += 0.3 * (random.uniform(-1, 1) - low);
    samples[from + n] = (samples[from + n] ?? 0) + amplitude * 2 * low * Math.sin((Math.PI * n) / length);
  }
}

/** Windowed-sinc interpolation, 32 taps. */
function sincResample(samples: Float32Array, from: number, to: number): Float32Array<ArrayBuffer> {
  const half = 16;
  return Float32Array.from({ length: Math.floor((samples.length * to) / from) }, (_, n) => {
    const at = (n * from) / to;
    const middle = Math.floor(at);
    let sum = 0;
    for (let k = middle - half + 1; k <= middle + half; k++) {
      const x = at - k;
      const sinc = x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
      sum += (samples[k] ?? 0) * sinc * (0.5 + 0.5 * Math.cos((Math.PI * x) / (half + 1)));
    }
    return sum;
  });
}

/** Down to a third of 48 kHz, low-passed on the way. */
function thirded(samples: Float32Array, from: number, to: number): Float32Array<ArrayBuffer> {
  const up = sincResample(samples, from, 3 * to);
  return Float32Array.from(decimate({ samples: up, sampleRate: 3 * to }, 3).samples);
}
