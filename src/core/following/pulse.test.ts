import { createRandom } from '../base';
import { expectedTimes, findBreaks, medianSecondsPerBeat, type PulsePoint } from './pulse';

const steady = (count: number, secondsPerBeat = 0.75): PulsePoint[] =>
  Array.from({ length: count }, (_, beats) => ({ beats, seconds: 1 + beats * secondsPerBeat }));
const shifted = (points: readonly PulsePoint[], from: number, seconds: number, to = points.length) =>
  points.map((point, index) =>
    index >= from && index < to ? { ...point, seconds: point.seconds + seconds } : point,
  );
const deviations = (points: readonly PulsePoint[]) =>
  expectedTimes(points, 0.75).map(({ seconds }, index) => points[index]!.seconds - seconds);

test('the tempo of most notes, whatever a few do', () => {
  expect(medianSecondsPerBeat(shifted(steady(12), 5, 0.3, 6))).toBeCloseTo(0.75);
  expect(medianSecondsPerBeat(steady(1))).toBeUndefined();
});

describe('breaks', () => {
  test.each([
    ['none when steady', steady(12), []],
    ['none for a late note', shifted(steady(12), 5, 0.35, 6), []],
    ['none for an early note', shifted(steady(12), 5, -0.35, 6), []],
    ['at a pause', shifted(steady(12), 5, 1.5), [5]],
    ['at two pauses', shifted(shifted(steady(12), 3, 1.2), 8, 2), [3, 8]],
    ['where a rest was cut short', shifted(steady(12), 5, -0.6), [5]],
    [
      'none while slowing down bit by bit',
      steady(16).map((p) => ({ ...p, seconds: p.seconds + 0.01 * p.beats ** 2 })),
      [],
    ],
  ])('%s', (_, points, expected) => {
    expect(findBreaks(points, 0.75)).toEqual(expected);
  });
});

describe('deviation from the pulse', () => {
  test('is nothing when steady, even and drifting, at any tempo', () => {
    for (const secondsPerBeat of [0.5, 0.75, 1]) {
      const points = steady(16, secondsPerBeat);
      for (const [index, { seconds }] of expectedTimes(points, secondsPerBeat).entries()) {
        expect(seconds).toBeCloseTo(points[index]!.seconds, 6);
      }
    }
    const drifting = steady(24).map((p) => ({ ...p, seconds: p.seconds - 0.0015 * p.beats ** 2 }));
    expect(Math.max(...deviations(drifting).map(Math.abs))).toBeLessThan(0.06);
  });

  test('is that of the moved note alone', () => {
    const found = deviations(shifted(steady(12), 5, 0.3, 6));
    found.forEach((deviation, index) => {
      expect(deviation).toBeCloseTo(index === 5 ? 0.3 : 0, 3);
    });
  });

  test('of natural unevenness stays natural', () => {
    const random = createRandom(6);
    const uneven = steady(32).map((point) => ({ ...point, seconds: point.seconds + random.gaussian(0.015) }));
    expect(Math.max(...deviations(uneven).map(Math.abs))).toBeLessThan(0.07);
  });

  test('is known the less, the more unevenly the neighbours lie', () => {
    const doubtOf = (unevenness: number) => {
      const random = createRandom(8);
      const points = steady(32).map((p) => ({ ...p, seconds: p.seconds + random.gaussian(unevenness) }));
      return Math.max(...expectedTimes(points, 0.75).map(({ doubtSeconds }) => doubtSeconds));
    };
    expect(doubtOf(0)).toBeCloseTo(0, 9);
    expect(doubtOf(0.01)).toBeGreaterThan(0);
    expect(doubtOf(0.02) / doubtOf(0.01)).toBeCloseTo(2, 1);
    // The mean of a dozen neighbours would have a standard error of 0.04 / √12.
    expect(doubtOf(0.04)).toBeGreaterThan(0.04 / Math.sqrt(12));
    expect(doubtOf(0.04)).toBeLessThan(0.04);
  });

  test('of a single note is nothing', () => {
    expect(deviations(steady(1))).toEqual([0]);
  });
});
