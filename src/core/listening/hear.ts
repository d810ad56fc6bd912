import type { Audio } from '../signal';
import type { Heard } from './heard';
import { Listener } from './listener';

const PIECE_SAMPLES = 1 << 15;

/**
 * Listens to a whole recording without knowing what was written.
 * @param audio mono, 8–192 kHz.
 * @param echo what the microphone heard of the device's own sound, as long as the recording; undefined when it is not known.
 * @returns plain facts: tones, strikes, levels. Equal samples give equal facts.
 */
export function hear({ samples, sampleRate }: Audio, echo?: Float32Array): Heard {
  const listener = new Listener(sampleRate, echo, samples.length);
  // In pieces, so that what is made on the way stays small.
  for (let from = 0; from < samples.length; from += PIECE_SAMPLES)
    listener.push(samples.subarray(from, from + PIECE_SAMPLES));
  return listener.finish();
}
