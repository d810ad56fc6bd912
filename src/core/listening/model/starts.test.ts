import type { Tree } from '../../base';
import { START_FEATURES } from '../onsets/start-features';
import { STARTS } from './starts';

test('the learned model asks for nothing but what is measured', () => {
  expect(STARTS.trees.length).toBeGreaterThan(20);
  const askedOf = (tree: Tree): readonly string[] =>
    typeof tree === 'number' ? [] : [tree.feature, ...askedOf(tree.low), ...askedOf(tree.high)];
  const measured: readonly string[] = START_FEATURES;
  expect(STARTS.trees.flatMap(askedOf).filter((feature) => !measured.includes(feature))).toEqual([]);
});
