import { createRandom } from '../../base';
import { findStrikes } from './strikes';

const RATE = 22050;
const SECONDS = 5;
const NOISE_DB = -80;

/** A burst of noise that falls by 60 dB in the given time. */
interface Burst {
  readonly at: number;
  readonly gain: number;
  readonly ringsSeconds: number;
}

function strikesOf(bursts: readonly Burst[]) {
  const random = createRandom(11);
  const samples = Float32Array.from({ length: SECONDS * RATE }, () => 0.0001 * random.uniform(-1, 1));
  for (const { at, gain, ringsSeconds } of bursts) {
    const from = Math.round(at * RATE);
    for (let n = 0; n < ringsSeconds * RATE; n++)
      samples[from + n] =
        samples[from + n]! + gain * 10 ** ((-3 * n) / (ringsSeconds * RATE)) * random.uniform(-1, 1);
  }
  const { strikes, doubtfulStrikes } = findStrikes({ samples, sampleRate: RATE }, NOISE_DB);
  const near = (found: readonly { readonly onsetSeconds: number }[]) =>
    found.map(({ onsetSeconds }) => Number(onsetSeconds.toFixed(2)));
  return { strikes: near(strikes), doubtful: near(doubtfulStrikes) };
}

const stroke = (at: number, more: Partial<Burst> = {}): Burst => ({
  at,
  gain: 0.5,
  ringsSeconds: 0.15,
  ...more,
});
const FOUR = [0.5, 1.5, 2.5, 3.5];

test('strokes that stand by themselves are sure, and none is doubtful', () => {
  expect(strikesOf(FOUR.map((at) => stroke(at)))).toEqual({ strikes: FOUR, doubtful: [] });
});

test('a stroke that falls into the ringing of a long one may have been one', () => {
  const { strikes, doubtful } = strikesOf([
    ...FOUR.map((at) => stroke(at)),
    stroke(2, { ringsSeconds: 2.4 }),
    stroke(2.15),
  ]);
  expect(strikes).toEqual([0.5, 1.5, 2, 2.5, 3.5]);
  expect(doubtful).toEqual([2.15]);
});

test.each([
  ['rises out of the ringing of the stroke: its room gave it back', 0.6, [0.5, 1.5, 2.5, 3.5]],
  ['comes after that has died away: a soft stroke', 0.1, [0.5, 1.5, 2.5, 2.65, 3.5]],
])('what is 9 dB softer and follows within a fifth of a second %s', (_, ringsSeconds, expected) => {
  const bursts = FOUR.map((at) => stroke(at, at === 2.5 ? { ringsSeconds } : {}));
  expect(strikesOf([...bursts, stroke(2.65, { gain: 0.5 * 10 ** (-9 / 20) })]).strikes).toEqual(expected);
});
