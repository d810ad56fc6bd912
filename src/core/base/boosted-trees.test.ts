import { probabilityOf } from './boosted-trees';

const model = {
  bias: 0,
  trees: [
    { feature: 'rise', at: 3, low: -1, high: { feature: 'ringing', at: 0.5, low: 2, high: 0.5 } },
    0.25,
  ],
};

// By hand: the logistic function of the sum of the leaves that are reached.
test.each([
  [{ rise: 3, ringing: 0 }, -0.75],
  [{ rise: 4, ringing: 0.5 }, 2.25],
  [{ rise: 4, ringing: 0.6 }, 0.75],
])('%j', (features, logit) => {
  expect(probabilityOf(features, model)).toBeCloseTo(1 / (1 + Math.exp(-logit)), 12);
});

test('a feature that was not measured is told instead of guessed', () => {
  expect(() => probabilityOf({ rise: 4 }, model)).toThrow(/"ringing", which was not measured/);
});
