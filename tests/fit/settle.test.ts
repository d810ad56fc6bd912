import { createRandom } from '@/core/base';
import { type Numbers, settle } from './settle';

/** Of 200 takes each errs the oftener, the further two of three numbers lie from where they belong; and by chance. */
function errorsOf({ costs }: Numbers): Promise<readonly number[]> {
  const random = createRandom(1);
  const off = Math.abs(Math.log(costs!.missing! / 2)) + Math.abs(Math.log(costs!.restart! / 0.5));
  return Promise.resolve(Array.from({ length: 200 }, () => (random.uniform(0, 3) < off ? 1 : 0)));
}

const start: Numbers = { costs: { missing: 1, restart: 1, nothing: 7 } };

test('numbers go where the errors are fewest, to within a step; what tells nothing stays as it is', async () => {
  const { numbers, moved } = await settle(start, errorsOf, 3);
  const { missing, restart, nothing } = numbers.costs!;
  expect(Math.abs(Math.log(missing! / 2))).toBeLessThan(Math.log(1.25));
  expect(Math.abs(Math.log(restart! / 0.5))).toBeLessThan(Math.log(1.25));
  expect(nothing).toBe(7);
  expect(moved.every(({ name }) => name !== 'costs.nothing')).toBe(true);
  expect(await settle(start, errorsOf, 3)).toEqual({ numbers, moved });
});

test('what may be chance moves nothing: one take better, another one worse', async () => {
  const byChance = ({ costs }: Numbers) =>
    Promise.resolve(costs!.missing === 1 ? [1, 1, 0, 2] : [0, 1, 0, 2]);
  expect((await settle(start, byChance, 2)).moved).toEqual([]);
});
