import { createRandom } from '../base';
import { convolve, correlate, echoOf, maybeEchoPath } from '.';

const RATE = 16000;

/** Noise bursts of 20 ms, two a second. */
function bursts(seconds: number): Float32Array {
  const random = createRandom(3);
  return Float32Array.from({ length: seconds * RATE }, (_, n) =>
    (n / RATE) % 0.5 < 0.02 ? random.uniform(-1, 1) : 0,
  );
}

function noise(length: number, amplitude: number, seed = 9): Float32Array {
  const random = createRandom(seed);
  return Float32Array.from({ length }, () => random.uniform(-amplitude, amplitude));
}

/** A room of a few reflections. */
const ROOM = Float32Array.from({ length: 200 }, (_, n) =>
  n === 0 ? 0.3 : n === 37 ? -0.12 : n === 150 ? 0.06 : 0,
);

const energy = (samples: Float32Array) => samples.reduce((sum, value) => sum + value * value, 0);
const less = (a: Float32Array, b: Float32Array) => a.map((value, n) => value - b[n]!);

test.each([1, 5, 64, 300])('convolving with %i taps is the sum that defines it', (length) => {
  const [samples, taps] = [noise(500, 1), noise(length, 1, 4)];
  const slow = samples.map((_, n) => taps.reduce((sum, tap, k) => sum + tap * (samples[n - k] ?? 0), 0));
  const fast = convolve(samples, taps);
  for (let n = 0; n < 500; n++) expect(fast[n]).toBeCloseTo(slow[n]!, 4);
});

test('correlating is the sum that defines it', () => {
  const [a, b] = [noise(300, 1), noise(300, 1, 5)];
  const fast = correlate(a, b, 40);
  fast.forEach((value, lag) => {
    expect(value).toBeCloseTo(
      b.reduce((sum, sample, n) => sum + sample * (a[n + lag] ?? 0), 0),
      3,
    );
  });
});

test.each([0, 12, 90, 310])('a path of %i ms is found and takes the echo off', (milliseconds) => {
  const played = bursts(3);
  const delay = Math.round((milliseconds / 1000) * RATE);
  const heard = new Float32Array(played.length);
  heard.set(convolve(played.subarray(0, played.length - delay), ROOM), delay);
  const hiss = noise(heard.length, 0.001);
  const withNoise = heard.map((value, n) => value + hiss[n]!);
  const path = maybeEchoPath({ samples: withNoise, sampleRate: RATE }, played)!;
  expect(path.roundTripSeconds).toBeCloseTo(milliseconds / 1000, 4);
  const left = energy(less(heard, echoOf(played, path))) / energy(heard);
  expect(10 * Math.log10(left)).toBeLessThan(-30);
});

test.each([
  ['silence', new Float32Array(2 * RATE)],
  ['noise alone', noise(2 * RATE, 0.2)],
])('no path is made up from %s, as with headphones', (_, samples) => {
  expect(maybeEchoPath({ samples, sampleRate: RATE }, bursts(2))).toBeUndefined();
});

test('where nothing was played there is no path', () => {
  expect(
    maybeEchoPath({ samples: noise(RATE, 0.2), sampleRate: RATE }, new Float32Array(RATE)),
  ).toBeUndefined();
});
