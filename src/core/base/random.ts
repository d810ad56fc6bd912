/** Deterministic randomness, passed in wherever it is needed. */
export interface Random {
  /** Uniform in [from, to). */
  uniform(from: number, to: number): number;
  /** Normal with the given standard deviation, cut off at ±2.5 deviations. */
  gaussian(deviation: number): number;
  /** Integer in [from, to). */
  integer(from: number, to: number): number;
  pick<Value>(values: readonly Value[]): Value;
}

// Called millions of times for one take of noise: a name of this module is found faster than a global's property.
const { imul } = Math;

/**
 * @param seed any integer; equal seeds give equal sequences.
 * Source: mulberry32, Tommy Ettinger's 32-bit generator (public domain).
 */
export function createRandom(seed: number): Random {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = imul(t ^ (t >>> 15), t | 1);
    t ^= t + imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
  const uniform = (from: number, to: number) => from + next() * (to - from);
  const integer = (from: number, to: number) => Math.floor(uniform(from, to));
  return {
    uniform,
    integer,
    gaussian(deviation) {
      // Box–Muller; 1 − u keeps the logarithm finite.
      const normal = Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
      return deviation * Math.max(-2.5, Math.min(2.5, normal));
    },
    pick(values) {
      if (values.length === 0) throw new RangeError('pick needs at least one value, got none');
      return values[integer(0, values.length)]!;
    },
  };
}
