/** One channel of sound. */
export interface Audio {
  /** Samples in −1…1. */
  readonly samples: Float32Array;
  /** Samples per second. */
  readonly sampleRate: number;
}

export function durationSeconds({ samples, sampleRate }: Audio): number {
  return samples.length / sampleRate;
}

/** Largest amplitude of a stretch of samples, 0 when it is empty. @param to exclusive, clipped to the end. */
export function peakAmplitude(samples: Float32Array, from = 0, to = samples.length): number {
  let peak = 0;
  const end = to < samples.length ? to : samples.length;
  for (let n = from; n < end; n++) {
    const sample = samples[n]!;
    if (sample > peak) peak = sample;
    else if (-sample > peak) peak = -sample;
  }
  return peak;
}

/** Root mean square of a stretch of samples, in dB. @param from @param to exclusive; both within the samples. */
export function meanLevelDb(samples: Float32Array, from: number, to: number): number {
  let energy = 0;
  for (let n = from; n < to; n++) energy += samples[n]! * samples[n]!;
  return amplitudeToDb(Math.sqrt(energy / Math.max(1, to - from)));
}

/** A stretch of samples, with silence where it reaches beyond them; within them no copy is made. */
export function stretchOf(samples: Float32Array, from: number, length: number): Float32Array {
  if (from >= 0 && from + length <= samples.length) return samples.subarray(from, from + length);
  const stretch = new Float32Array(length);
  const known = samples.subarray(Math.max(0, from), Math.max(0, from + length));
  if (known.length > 0) stretch.set(known, Math.max(0, -from));
  return stretch;
}

/** Next to nothing, 120 dB below a full sine: keeps quotients and logarithms of silence within bounds. */
export const TINY_POWER = 1e-12;

/** Level of a power ratio in dB; silence is held at −120 dB. */
export function powerToDb(power: number): number {
  return 10 * Math.log10(power + TINY_POWER);
}

/** Level of an amplitude ratio in dB; silence is held at −120 dB so that levels stay comparable numbers. */
export function amplitudeToDb(amplitude: number): number {
  return 20 * Math.log10(Math.max(amplitude, 1e-6));
}

export function dbToAmplitude(db: number): number {
  return 10 ** (db / 20);
}
