import type { Mixer } from './mixer';

export type TakeSign = 'right' | 'not-yet' | 'unclear' | 'up' | 'learned';

/**
 * Two notes upward, one low one twice, one in the middle; three notes upward and four for a step and for a whole line: told apart without
 * words. Hertz and seconds.
 */
const SIGNS: Readonly<Record<TakeSign, readonly (readonly [hertz: number, at: number])[]>> = {
  right: [
    [784, 0],
    [1175, 0.14],
  ],
  'not-yet': [
    [262, 0],
    [262, 0.18],
  ],
  unclear: [[440, 0]],
  up: [
    [659, 0],
    [784, 0.14],
    [1175, 0.28],
  ],
  learned: [
    [587, 0],
    [784, 0.16],
    [988, 0.32],
    [1175, 0.48],
  ],
};
const LENGTH_SECONDS = 0.24;
const GAIN = 0.5;

/** Says quietly what a take was like, as loud as the clicks. */
export function playSign(mixer: Mixer, sign: TakeSign): void {
  const { context } = mixer;
  for (const [frequency, at] of SIGNS[sign]) {
    const start = mixer.timeAfter(0.03 + at);
    const tone = new OscillatorNode(context, { type: 'sine', frequency });
    const gain = new GainNode(context, { gain: 0 });
    gain.gain.setValueAtTime(0, start);
    gain.gain.linearRampToValueAtTime(GAIN, start + 0.01);
    gain.gain.exponentialRampToValueAtTime(0.001, start + LENGTH_SECONDS);
    tone.connect(gain).connect(mixer.input('click'));
    tone.start(start);
    tone.stop(start + LENGTH_SECONDS);
  }
}
