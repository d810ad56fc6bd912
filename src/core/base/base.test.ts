import { createRandom, describeIssue, median, quantile, requireRange } from '.';

test('equal seeds give equal sequences, other seeds others', () => {
  const draw = (seed: number) => {
    const random = createRandom(seed);
    return Array.from({ length: 20 }, () => random.uniform(0, 1));
  };
  expect(draw(7)).toEqual(draw(7));
  expect(draw(7)).not.toEqual(draw(8));
});

test('gaussian draws have the asked deviation and stay within 2.5 of it', () => {
  const random = createRandom(3);
  const draws = Array.from({ length: 5000 }, () => random.gaussian(2));
  const mean = draws.reduce((a, b) => a + b) / draws.length;
  const deviation = Math.sqrt(draws.reduce((sum, x) => sum + (x - mean) ** 2, 0) / draws.length);
  expect(mean).toBeCloseTo(0, 0);
  expect(deviation).toBeGreaterThan(1.8);
  expect(deviation).toBeLessThan(2.1);
  expect(Math.max(...draws.map(Math.abs))).toBeLessThanOrEqual(5);
});

test.each([
  [[3, 1, 2], 0.5, 2],
  [[1, 2, 3, 4], 0.5, 2.5],
  [[10], 0.1, 10],
  [[0, 10], 0.25, 2.5],
])('quantile of %p at %p is %p', (values, share, expected) => {
  expect(quantile(values, share)).toBeCloseTo(expected);
});

test('contracts name the argument, what was expected and what was got', () => {
  expect(() => requireRange('tempo', 4, 20, 400, 'bpm')).toThrow('tempo must be 20–400 bpm, got 4');
  expect(() => requireRange('tempo', Number.NaN, 20, 400)).toThrow(RangeError);
  expect(() => median([])).toThrow(RangeError);
});

test('an issue says where', () => {
  expect(describeIssue({ code: 'x', where: 'measure 3', message: 'Too long.' })).toBe('measure 3: Too long.');
  expect(describeIssue({ code: 'x', message: 'Too long.' })).toBe('Too long.');
});
