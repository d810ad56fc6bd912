import { hasFootBeside } from './foot';

const beats = Array.from({ length: 12 }, (_, beat) => 1 + 0.75 * beat);
const moved = (by: number) => beats.map((beat) => beat + by);

test.each<[string, readonly number[], boolean]>([
  ['on every beat', beats, true],
  ['a little late', moved(0.06), true],
  ['on every beat but some', beats.filter((_, index) => index % 4 !== 3), true],
  ['before and after the playing as well', [-0.5, 0.25, ...beats, 11], true],
  ['never', [], false],
  ['a chair, twice', [beats[3]!, beats[9]!], false],
  ['between the beats', moved(0.375), false],
  ['everywhere: somebody builds a shelf', [...beats, ...moved(0.2), ...moved(0.4)], false],
  ['on every third beat', beats.filter((_, index) => index % 3 === 0), false],
])('a foot %s', (_, thumps, isFoot) => {
  expect(hasFootBeside(thumps, beats)).toBe(isFoot);
});

test('where nothing was played nothing was kept', () => {
  expect(hasFootBeside(beats, [])).toBe(false);
});
