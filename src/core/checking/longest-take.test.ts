import { lineOf } from '../../../tests/support/lines';
import { longestTakeSeconds } from '.';

test.each([
  // Two measures of four quarters at 60: eight seconds.
  [2, 60, 3 * 8 + 20],
  [2, 120, 3 * 4 + 20],
  // A whole page is no line.
  [200, 60, 300],
])('%i measures at %i may last %f seconds', (measures, bpm, seconds) => {
  const line = lineOf(Array.from({ length: measures }, () => 'C4q D4q E4q F4q'));
  expect(longestTakeSeconds(line, bpm)).toBeCloseTo(seconds, 6);
});
