import { createRandom } from '../../base';
import { unlikenessDb } from './stroke-spectra';

const RATE = 22050;
const SECONDS = 4;

/** Bursts of noise that fade within 50 ms. @param bright whether its highs are louder than its lows. */
function burstsOf(
  bursts: readonly { readonly at: number; readonly gain: number; readonly bright: boolean }[],
) {
  const random = createRandom(5);
  const samples = Float32Array.from({ length: SECONDS * RATE }, () => 0.0001 * random.uniform(-1, 1));
  for (const { at, gain, bright } of bursts) {
    let before = 0;
    for (let n = 0; n < 0.2 * RATE; n++) {
      const white = random.uniform(-1, 1);
      // A difference of neighbours takes the lows away, a mean over time the highs.
      const value = bright ? white - before : before + 0.2 * (white - before);
      before = bright ? white : value;
      const index = Math.round(at * RATE) + n;
      samples[index] = samples[index]! + gain * Math.exp(-n / (0.05 * RATE)) * value;
    }
  }
  return { samples, sampleRate: RATE };
}

const STARTS = [0.5, 1, 1.5, 2, 2.5, 3];
/** @param usual which strokes the player made; all of them when left out. */
const unlikeness = (
  gains: readonly number[],
  brightOnes: readonly number[],
  usual = STARTS.map(() => true),
) =>
  unlikenessDb(
    STARTS,
    usual,
    burstsOf(STARTS.map((at, n) => ({ at, gain: gains[n] ?? 0.5, bright: brightOnes.includes(n) }))),
    -80,
  );

test('strokes of one sound are alike', () => {
  for (const db of unlikeness([], [])) expect(db).toBeLessThan(4);
});

test('however loud each of them is', () => {
  for (const db of unlikeness([0.5, 0.1, 0.4, 0.05, 0.5, 0.2], [])) expect(db).toBeLessThan(4);
});

test('another sound among them is not', () => {
  const all = unlikeness([], [3]);
  expect(all[3]).toBeGreaterThan(6);
  all.forEach((db, n) => {
    if (n !== 3) expect(db).toBeLessThan(4);
  });
});

test('many soft sounds of another kind do not become the usual one', () => {
  const bright = [0, 2, 3, 5];
  const soft = STARTS.map((_, n) => (bright.includes(n) ? 0.05 : 0.5));
  const all = unlikeness(
    soft,
    bright,
    STARTS.map((_, n) => !bright.includes(n)),
  );
  all.forEach((db, n) => {
    if (bright.includes(n)) expect(db).toBeGreaterThan(6);
    else expect(db).toBeLessThan(4);
  });
});

test('no strokes, no differences', () => {
  expect(unlikenessDb([], [], burstsOf([]), -80)).toEqual([]);
});
