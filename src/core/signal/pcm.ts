/** Samples as they are kept: 16-bit PCM, beyond ±1 clipped. */
export function toPcm(samples: Float32Array): Int16Array<ArrayBuffer> {
  return Int16Array.from(samples, (sample) => Math.round(Math.max(-1, Math.min(1, sample)) * 32767));
}

/** Kept samples as every reader of the file sees them. */
export function fromPcm(pcm: Int16Array): Float32Array<ArrayBuffer> {
  return Float32Array.from(pcm, (value) => value / 32768);
}
