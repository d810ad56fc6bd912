import { createRandom } from '../base';
import { hear } from './hear';

const RATE = 22050;
const HERTZ = 440;

/** Tones of 440 Hz with eight partials, each [from, to] in seconds, in faint noise; and something louder over some of it. */
function sound(tones: readonly (readonly [number, number])[], over: readonly (readonly [number, number])[]) {
  const random = createRandom(3);
  const samples = Float32Array.from({ length: 4 * RATE }, (_, n) => {
    const t = n / RATE;
    const tone = tones.find(([from, to]) => t >= from && t < to);
    const edge = tone ? Math.min(1, (t - tone[0]) / 0.01, (tone[1] - t) / 0.01) : 0;
    let value = 0.0005 * random.gaussian(1);
    for (let k = 1; k <= 8; k++) value += (0.2 * edge * Math.sin(2 * Math.PI * k * HERTZ * t)) / k;
    // A vowel: a buzz at 130 Hz whose pitch falls.
    const word = over.find(([from, to]) => t >= from && t < to);
    if (word) {
      const phase = 2 * Math.PI * (130 * (t - word[0]) - 60 * (t - word[0]) ** 2);
      for (let k = 1; k <= 20; k++) value += 0.06 * Math.sin(k * phase);
    }
    return value;
  });
  return hear({ samples, sampleRate: RATE });
}

const heldAt = (heard: ReturnType<typeof hear>) =>
  heard.tones
    .filter(({ midi }) => Math.abs(midi - 69) < 0.5)
    .map(({ onsetSeconds, endSeconds }) => [onsetSeconds, endSeconds]);

test('a tone over which a word is said is one tone, that may have started anew', () => {
  const heard = sound([[0.5, 3.5]], [[1.5, 1.8]]);
  const [tone, ...more] = heldAt(heard);
  expect(more).toEqual([]);
  expect(tone![0]).toBeCloseTo(0.5, 1);
  expect(tone![1]).toBeCloseTo(3.5, 1);
});

test('a tone that stops and starts again is two, also where somebody talks later', () => {
  const heard = sound(
    [
      [0.5, 1.5],
      [1.6, 3.5],
    ],
    [[2.4, 2.7]],
  );
  expect(heldAt(heard).map(([onset]) => Math.round(10 * onset!) / 10)).toEqual([0.5, 1.6]);
});

test('a word between two tones joins nothing', () => {
  const heard = sound(
    [
      [0.5, 1.4],
      [1.9, 3.5],
    ],
    [[1.4, 1.9]],
  );
  expect(heldAt(heard)).toHaveLength(2);
});
