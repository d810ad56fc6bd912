import type { Frames } from '../frames';
import { levelChanges } from './level-changes';

/** Levels of a tone of a second and a half, a frame every 10 ms. */
const changesOf = (levelAt: (seconds: number) => number) => {
  const levelDb = Float64Array.from({ length: 150 }, (_, frame) => levelAt(frame / 100));
  return levelChanges({ from: 0, to: 150 }, { levelDb } as unknown as Frames);
};

test.each<[string, (seconds: number) => number, readonly number[]]>([
  ['a level that stays', () => -20, []],
  ['a hairpin of 6 dB', (seconds) => -20 + 4 * seconds, []],
  // Depth of a flute's tremolo in vibrato: common practice.
  ['a swing of 2 dB, five times a second', (seconds) => -20 + Math.sin(2 * Math.PI * 5 * seconds), []],
  ['louder at once', (seconds) => (seconds < 0.7 ? -20 : -16), [0.7]],
  ['softer at once', (seconds) => (seconds < 0.7 ? -20 : -24), [0.7]],
  ['too little to tell', (seconds) => (seconds < 0.7 ? -20 : -22), []],
  ['the attack itself', (seconds) => (seconds < 0.04 ? -40 : -20), []],
  ['its end', (seconds) => (seconds > 1.46 ? -40 : -20), []],
])('%s', (_, levelAt, expected) => {
  const found = changesOf(levelAt);
  expect(found).toHaveLength(expected.length);
  found.forEach((seconds, index) => {
    expect(Math.abs(seconds - expected[index]!)).toBeLessThan(0.04);
  });
});
