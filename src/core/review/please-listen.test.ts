import { createRandom } from '../base';
import { isSameRecording, type Outline } from './please-listen';

const COUNT = 16;
/** One player's take of a line of quarters at 60: notes lie off the beat by some 12 ms. */
function take(seed: number, { pitched = true } = {}): Outline {
  const random = createRandom(seed);
  return {
    onsetsSeconds: Array.from({ length: COUNT }, (_, beat) => 1 + beat + random.gaussian(0.012)),
    midi: pitched ? Array.from({ length: COUNT }, (_, beat) => 60 + (beat % 5) + random.gaussian(0.06)) : [],
  };
}
const shifted = ({ onsetsSeconds, midi }: Outline, seconds: number, from = 0): Outline => ({
  onsetsSeconds: onsetsSeconds.slice(from).map((onset) => onset + seconds),
  midi: midi.slice(from),
});

test.each<[string, Outline, Outline, boolean]>([
  ['itself', take(1), take(1), true],
  ['itself, begun later', take(1), shifted(take(1), 3.7), true],
  ['itself, without the first notes', take(1), shifted(take(1), -2, 2), true],
  ['half of itself', take(1), shifted(take(1), 0, 8), false],
  ['another take of the same player', take(1), take(2), false],
  [
    'the same rhythm at other pitches',
    take(1),
    { ...take(1), midi: take(1).midi.map((one) => one + 2) },
    false,
  ],
  ['strokes and themselves', take(1, { pitched: false }), shifted(take(1, { pitched: false }), 1), true],
  ['strokes and others', take(1, { pitched: false }), take(2, { pitched: false }), false],
  ['nothing and nothing', { onsetsSeconds: [], midi: [] }, { onsetsSeconds: [], midi: [] }, false],
])('%s', (_, a, b, expected) => {
  expect(isSameRecording(a, b)).toBe(expected);
  expect(isSameRecording(b, a)).toBe(expected);
});

test('of 200 honest takes of one line no two are taken for one', () => {
  const takes = Array.from({ length: 200 }, (_, seed) => take(seed));
  const alike = takes.flatMap((a, i) => takes.slice(i + 1).filter((b) => isSameRecording(a, b)));
  expect(alike).toHaveLength(0);
});
