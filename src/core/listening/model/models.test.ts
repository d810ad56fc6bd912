import type { BoostedTrees, Tree } from '../../base';
import { START_FEATURES } from '../onsets/start-features';
import { PLUCK_FEATURES } from '../strings/plucks';
import { PLUCKS } from './plucks';
import { STARTS } from './starts';

test.each<[string, BoostedTrees, readonly string[]]>([
  ['starts', STARTS, START_FEATURES],
  ['plucks', PLUCKS, PLUCK_FEATURES],
])('the learned model of %s asks for nothing but what is measured', (_, { trees }, measured) => {
  expect(trees.length).toBeGreaterThan(20);
  const askedOf = (tree: Tree): readonly string[] =>
    typeof tree === 'number' ? [] : [tree.feature, ...askedOf(tree.low), ...askedOf(tree.high)];
  expect(trees.flatMap(askedOf).filter((feature) => !measured.includes(feature))).toEqual([]);
});
