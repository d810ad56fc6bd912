import type { BoostedTrees, Tree } from '../../base';
import { START_FEATURES } from '../onsets/start-features';
import { PLUCK_FEATURES } from '../strings/plucks';
import { possibleStrokes } from '../together/struck-drums';
import { possibleMoments } from '../together/struck-pitches';
import { DRUMS } from './drums';
import { PLUCKS } from './plucks';
import { STARTS } from './starts';
import { STRUCK } from './struck';

/** What is measured of a sound that begins once. */
const RATE = 10000;
const SOUND = Float32Array.from({ length: 2 * RATE }, (_, n) =>
  n < RATE ? 0 : 0.3 * Math.sin((2 * Math.PI * 440 * n) / RATE) * Math.exp(-(n - RATE) / RATE),
);
const ofPitches = Object.keys(
  possibleMoments(SOUND, RATE, -12).flatMap(({ pitches }) => pitches)[0]!.features,
);
const ofDrums = Object.keys(possibleStrokes(SOUND, RATE, -12)[0]!.features);

test.each<[string, BoostedTrees, readonly string[]]>([
  ['starts', STARTS, START_FEATURES],
  ['plucks', PLUCKS, PLUCK_FEATURES],
  ['struck', STRUCK, ofPitches],
  ...DRUMS.map(([drum, model]): [string, BoostedTrees, readonly string[]] => [drum, model, ofDrums]),
])('the learned model of %s asks for nothing but what is measured', (_, { trees }, measured) => {
  expect(trees.length).toBeGreaterThan(20);
  const askedOf = (tree: Tree): readonly string[] =>
    typeof tree === 'number' ? [] : [tree.feature, ...askedOf(tree.low), ...askedOf(tree.high)];
  expect(trees.flatMap(askedOf).filter((feature) => !measured.includes(feature))).toEqual([]);
});
