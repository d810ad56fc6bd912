import type { EngravedSystem } from '@/engraving/engraving';
import { maybeRing } from './ring';

const HEAD = { x: 100, y: 40, width: 18, height: 14 };
const systemOf = (staffTop: number, staffBottom: number, wordsTop?: number): EngravedSystem => ({
  ...{ svg: '', width: 400, height: 120, staffTop, staffBottom, wordsTop, measures: [] },
  events: { a: HEAD, b: { ...HEAD, x: 160 } },
});
const isAround = (ring: ReturnType<typeof maybeRing>, box: typeof HEAD) =>
  ring !== undefined &&
  ring.x < box.x - 5 &&
  ring.y < box.y - 5 &&
  ring.x + ring.width > box.x + box.width + 5 &&
  ring.y + ring.height > box.y + box.height + 5;

test.each([
  ['five lines', systemOf(20, 76)],
  ['one line, which has no spaces', systemOf(47, 47)],
])('a ring keeps its distance from the heads: %s', (_, system) => {
  expect(isAround(maybeRing(system, ['a']), HEAD)).toBe(true);
  expect(maybeRing(system, ['a', 'b'])!.width).toBeCloseTo(maybeRing(system, ['a'])!.width + 60, 9);
});

test('it does not run through the counts, and there is none where there is nothing to ring', () => {
  const { y, height } = maybeRing(systemOf(20, 76, 58), ['a'])!;
  expect(y + height).toBeLessThan(58);
  expect(maybeRing(systemOf(20, 76), ['c'])).toBeUndefined();
});
