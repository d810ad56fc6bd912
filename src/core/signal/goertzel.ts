/** So many frequencies at once: their sums do not wait for each other, and each sample is tapered once for all. */
const AT_ONCE = 4;

/**
 * Powers of a tapered stretch at some frequencies.
 * @param taper as long as the stretch. @param turns angles from sample to sample, in radians.
 * @returns squared magnitude of the Fourier transform at each frequency.
 * Source: G. Goertzel, "An algorithm for the evaluation of finite trigonometric series", Amer. Math. Monthly 65 (1958).
 */
export function powersAt(stretch: Float32Array, taper: Float64Array, turns: readonly number[]): number[] {
  const powers = new Float64Array(Math.ceil(turns.length / AT_ONCE) * AT_ONCE);
  for (let at = 0; at < powers.length; at += AT_ONCE) {
    const cosine = (index: number) => 2 * Math.cos(turns[index] ?? 0);
    fourPowers(stretch, taper, cosine(at), cosine(at + 1), cosine(at + 2), cosine(at + 3), powers, at);
  }
  return Array.from(powers.subarray(0, turns.length));
}

/** @param cosines twice the cosines of the angles. @param into receives the powers from `at` on. */
function fourPowers(
  stretch: Float32Array,
  taper: Float64Array,
  cosineA: number,
  cosineB: number,
  cosineC: number,
  cosineD: number,
  into: Float64Array,
  at: number,
): void {
  let a1 = 0;
  let a2 = 0;
  let b1 = 0;
  let b2 = 0;
  let c1 = 0;
  let c2 = 0;
  let d1 = 0;
  let d2 = 0;
  for (let n = 0; n < taper.length; n++) {
    const sample = taper[n]! * stretch[n]!;
    const a = sample + cosineA * a1 - a2;
    const b = sample + cosineB * b1 - b2;
    const c = sample + cosineC * c1 - c2;
    const d = sample + cosineD * d1 - d2;
    a2 = a1;
    b2 = b1;
    c2 = c1;
    d2 = d1;
    a1 = a;
    b1 = b;
    c1 = c;
    d1 = d;
  }
  into[at] = a1 * a1 + a2 * a2 - cosineA * a1 * a2;
  into[at + 1] = b1 * b1 + b2 * b2 - cosineB * b1 * b2;
  into[at + 2] = c1 * c1 + c2 * c2 - cosineC * c1 * c2;
  into[at + 3] = d1 * d1 + d2 * d2 - cosineD * d1 * d2;
}
