import type { Audio } from '../signal';
import type { Heard } from './heard';
import { Listener, type ListenerOptions } from './listener';

const PIECE_SAMPLES = 1 << 15;

/** What is known of a recording before it is heard. */
export type HearingOptions = Omit<ListenerOptions, 'expectedSamples'>;

/**
 * Listens to a whole recording without knowing what was written.
 * @param audio mono, 8–192 kHz.
 * @returns plain facts: tones, strikes, levels. Equal samples give equal facts.
 */
export function hear({ samples, sampleRate }: Audio, options: HearingOptions = {}): Heard {
  const listener = new Listener(sampleRate, { ...options, expectedSamples: samples.length });
  // In pieces, so that what is made on the way stays small.
  for (let from = 0; from < samples.length; from += PIECE_SAMPLES)
    listener.push(samples.subarray(from, from + PIECE_SAMPLES));
  return listener.finish();
}
