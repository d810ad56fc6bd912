import { createRandom } from '@/core/base';
import { boost, type Example, errorsOf } from './boosting';

const OPTIONS = { rounds: 60, depth: 3, rate: 0.1 };

/** Two features tell, one does not. @param isSo by both of them. */
function examples(seed: number, isSo: (a: number, b: number, chance: number) => boolean): Example[] {
  const random = createRandom(seed);
  return Array.from({ length: 2000 }, () => {
    const [a, b, idle] = [random.uniform(0, 1), random.uniform(0, 1), random.uniform(0, 1)];
    return { features: { a, b, idle }, isSo: isSo(a, b, random.uniform(0, 1)) };
  });
}

test('what two features say only together is learned, and holds for others', () => {
  const differ = (a: number, b: number) => a > 0.5 !== b > 0.5;
  const model = boost(examples(1, differ), OPTIONS);
  expect(errorsOf(model, examples(2, differ)).wrong).toBeLessThan(0.05);
});

test('a probability is one: of what is said to be likely by p, p is so', () => {
  const share = (a: number) => 0.1 + 0.8 * a;
  const byChance = (a: number, _: number, chance: number) => chance < share(a);
  const { logLoss } = errorsOf(boost(examples(3, byChance), OPTIONS), examples(4, byChance));
  // The best that anybody can do: the mean entropy of the shares, by the trapezium rule.
  const entropy = (p: number) => -p * Math.log(p) - (1 - p) * Math.log(1 - p);
  const best = Array.from({ length: 101 }, (_, n) => entropy(share(n / 100))).reduce((a, b) => a + b) / 101;
  expect(logLoss).toBeLessThan(best + 0.03);
  expect(logLoss).toBeGreaterThan(best - 0.03);
});

test('the same examples give the same model, to the digit', () => {
  const some = examples(5, (a, b) => a + b > 1);
  expect(JSON.stringify(boost(some, OPTIONS))).toBe(JSON.stringify(boost(some, OPTIONS)));
});
