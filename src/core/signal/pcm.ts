/** Samples as they are kept: 16-bit PCM, beyond ±1 clipped. */
export function toPcm(samples: Float32Array): Int16Array<ArrayBuffer> {
  // `Int16Array.from` with a function takes thirty times as long: it asks an iterator for every sample.
  const pcm = new Int16Array(samples.length);
  const { min, max, round } = Math;
  for (let n = 0; n < pcm.length; n++) pcm[n] = round(max(-1, min(1, samples[n]!)) * 32767);
  return pcm;
}

/** Kept samples as every reader of the file sees them. */
export function fromPcm(pcm: Int16Array): Float32Array<ArrayBuffer> {
  const samples = new Float32Array(pcm.length);
  for (let n = 0; n < samples.length; n++) samples[n] = pcm[n]! / 32768;
  return samples;
}
