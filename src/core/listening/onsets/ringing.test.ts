import { ringing } from './ringing';

const NOISE_DB = -80;
const PEAK_DB = -20;

/** Tones of half a second that fall by so many decibels in 0.1 s after their end, for half a second each. */
function tones(fallDb: number): Float64Array {
  const one = Array.from({ length: 100 }, (_, frame) =>
    frame < 50 ? PEAK_DB : Math.max(NOISE_DB, PEAK_DB - (fallDb * (frame - 50)) / 10),
  );
  return Float64Array.from(Array(8).fill(one).flat());
}

test.each([
  [60, 0],
  [30, 0],
  [18, 0.5],
  [12, 1],
  [5, 1],
])('tones that fall by %d dB in a tenth of a second ring to %d', (fallDb, expected) => {
  expect(ringing(tones(fallDb), NOISE_DB, PEAK_DB)).toBeCloseTo(expected, 1);
});

test('a sound without an end, and silence, may ring as much as can be', () => {
  expect(ringing(new Float64Array(500).fill(PEAK_DB), NOISE_DB, PEAK_DB)).toBe(1);
  expect(ringing(new Float64Array(500).fill(-120), -120, -120)).toBe(1);
  expect(ringing(new Float64Array(0), -120, -120)).toBe(1);
});
