import type { Audio } from '../signal';
import type { Heard } from './heard';
import { Listener } from './listener';

/**
 * Listens to a whole recording without knowing what was written.
 * @param audio mono, 8–192 kHz.
 * @param echo what the microphone heard of the device's own sound, as long as the recording; undefined when it is not known.
 * @returns plain facts: tones, strikes, levels. Equal samples give equal facts.
 */
export function hear({ samples, sampleRate }: Audio, echo?: Float32Array): Heard {
  const listener = new Listener(sampleRate, echo);
  listener.push(samples);
  return listener.finish();
}
