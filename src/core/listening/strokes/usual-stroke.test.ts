import { isPlayersStroke, usualStrokeDb } from './usual-stroke';

const CLAPS = [-12, -10, -14, -11, -13, -9, -12, -15];

test.each([
  ['claps alone', CLAPS, -12],
  ['hard and soft strokes by turns: of the hard ones', [-8, -18, -9, -19, -8, -18], -8],
  [
    'three times as many syllables, 20 dB softer',
    [...CLAPS, ...Array.from({ length: 24 }, (_, n) => -32 - (n % 5))],
    -12,
  ],
  ['one stroke', [-30], -30],
])('the usual stroke of %s', (_, levels, usual) => {
  expect(usualStrokeDb(levels)).toBe(usual);
});

test('syllables are not the player’s, soft strokes are', () => {
  const isPlayers = isPlayersStroke([...CLAPS, -30, -31, -32, -33]);
  expect([-9, -15, -19, -30].map(isPlayers)).toEqual([true, true, true, false]);
});
