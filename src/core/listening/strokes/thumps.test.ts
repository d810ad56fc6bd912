import { createRandom } from '../../base';
import { hear } from '..';

const RATE = 44100;
const SECONDS = 8;
const FLUTE_LOWEST = 60;
const TUBA_LOWEST = 28;

type At = (seconds: number) => number;

/** A flute's held tone in a quiet room, and under it something else. */
function over(under: At) {
  const random = createRandom(5);
  const samples = Float32Array.from({ length: SECONDS * RATE }, (_, n) => {
    const t = n / RATE;
    return 0.1 * Math.sin(2 * Math.PI * 523 * t) + under(t) + random.uniform(-0.0005, 0.0005);
  });
  return { samples, sampleRate: RATE };
}

/** A body that booms and is still again. */
const thump =
  (at: number, hertz = 80): At =>
  (t) =>
    t < at ? 0 : 0.15 * Math.sin(2 * Math.PI * hertz * (t - at)) * Math.exp(-(t - at) / 0.035);
const all =
  (...sounds: readonly At[]): At =>
  (t) =>
    sounds.reduce((sum, sound) => sum + sound(t), 0);
const thumpsOf = (under: At, lowestMidi: number | undefined = FLUTE_LOWEST) =>
  hear(over(under), { lowestMidi }).thumpsSeconds;

test('each thump of a foot is found at its time', () => {
  const times = [1, 1.7, 2.4, 3.1, 5, 5.7];
  const found = thumpsOf(all(...times.map((at) => thump(at))));
  expect(found).toHaveLength(times.length);
  expect(Math.max(...found.map((at, index) => Math.abs(at - times[index]!)))).toBeLessThan(0.04);
});

test.each<[string, At]>([
  ['nothing', () => 0],
  ['a lorry that comes and goes', (t) => 0.15 * Math.sin(2 * Math.PI * 60 * t) * Math.exp(-((t - 4) ** 2))],
  ['a hum', (t) => 0.05 * Math.sin(2 * Math.PI * 50 * t)],
  [
    'a voice that says a long word',
    (t) => 0.1 * Math.exp(-(((t - 2.3) / 0.25) ** 4)) * Math.sin(2 * Math.PI * 210 * t),
  ],
])('%s is no thump', (_, under) => {
  expect(thumpsOf(under).filter((at) => at > 0.3 && at < SECONDS - 0.3)).toEqual([]);
});

test('under an instrument that plays as low itself, or that nobody named, nothing is looked for', () => {
  for (const lowest of [TUBA_LOWEST, undefined])
    expect(hear(over(thump(2)), lowest === undefined ? {} : { lowestMidi: lowest }).thumpsSeconds).toEqual(
      [],
    );
});
