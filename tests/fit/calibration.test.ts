import type { Said } from './boosting';
import { blameFrom, reliabilityOf } from './calibration';

/** So many things said with one likelihood, so many of them so. */
const said = (...rows: readonly (readonly [likely: number, count: number, so: number])[]): readonly Said[] =>
  rows.flatMap(([likely, count, so]) =>
    Array.from({ length: count }, (_, index) => ({ likely, isSo: index < so })),
  );

// By hand: the share that is so of everything said with a likelihood and more.
test.each([
  ['where all is so, from nothing', said([0.3, 10, 10], [0.9, 90, 90]), 0],
  ['from above what spoils it', said([0.3, 10, 0], [0.9, 90, 90]), 0.31],
  ['a few untrue ones among many true are borne', said([0.3, 4, 0], [0.9, 96, 96]), 0],
  ['the surest alone', said([0.5, 50, 40], [0.8, 50, 44], [0.99, 40, 39]), 0.81],
] as const)('blame begins %s', (_, all, from) => {
  expect(blameFrom(all)).toBe(from);
});

test('where nothing holds, nothing is made up', () => {
  expect(() => blameFrom(said([0.99, 10, 5]))).toThrow(/learn from more takes/);
});

test('a table says how often what is said so surely is so', () => {
  expect(reliabilityOf(said([0.1, 10, 1], [0.95, 20, 19], [1, 20, 20]))).toEqual([
    { from: 0, to: 0.2, said: 10, so: 0.1 },
    { from: 0.95, to: 1, said: 40, so: 0.975 },
  ]);
});
