/** An exact number of quarter notes (or a plain ratio), always in lowest terms with a positive denominator. */
export interface Rational {
  readonly numerator: number;
  readonly denominator: number;
}

function greatestCommonDivisor(a: number, b: number): number {
  return b === 0 ? Math.abs(a) : greatestCommonDivisor(b, a % b);
}

/** The smallest number that both divide. @example leastCommonMultiple(4, 6) // 12 */
export function leastCommonMultiple(a: number, b: number): number {
  return (a / greatestCommonDivisor(a, b)) * b;
}

/** @throws RangeError unless both are integers and the denominator is not 0. */
export function rational(numerator: number, denominator = 1): Rational {
  if (!Number.isSafeInteger(numerator) || !Number.isSafeInteger(denominator) || denominator === 0) {
    throw new RangeError(
      `rational needs integers and a denominator other than 0, got ${numerator}/${denominator}`,
    );
  }
  const divisor = greatestCommonDivisor(numerator, denominator) * Math.sign(denominator);
  return { numerator: numerator / divisor + 0, denominator: denominator / divisor };
}

export const ZERO: Rational = rational(0);

export function add(a: Rational, b: Rational): Rational {
  return rational(a.numerator * b.denominator + b.numerator * a.denominator, a.denominator * b.denominator);
}

export function subtract(a: Rational, b: Rational): Rational {
  return add(a, rational(-b.numerator, b.denominator));
}

export function multiply(a: Rational, b: Rational): Rational {
  return rational(a.numerator * b.numerator, a.denominator * b.denominator);
}

export function divide(a: Rational, b: Rational): Rational {
  return multiply(a, rational(b.denominator, b.numerator));
}

export function sum(values: Iterable<Rational>): Rational {
  let total = ZERO;
  for (const value of values) total = add(total, value);
  return total;
}

/** Negative when a < b, 0 when equal, positive when a > b. */
export function compare(a: Rational, b: Rational): number {
  return a.numerator * b.denominator - b.numerator * a.denominator;
}

export function minimum(a: Rational, b: Rational): Rational {
  return compare(a, b) <= 0 ? a : b;
}

export function maximum(a: Rational, b: Rational): Rational {
  return compare(a, b) >= 0 ? a : b;
}

export function equals(a: Rational, b: Rational): boolean {
  return compare(a, b) === 0;
}

export function toNumber(a: Rational): number {
  return a.numerator / a.denominator;
}

export function isInteger(a: Rational): boolean {
  return a.denominator === 1;
}

const VULGAR_FRACTIONS: Readonly<Record<string, string>> = {
  '1/2': '½',
  '1/4': '¼',
  '3/4': '¾',
  '1/3': '⅓',
  '2/3': '⅔',
  '1/8': '⅛',
  '3/8': '⅜',
  '5/8': '⅝',
  '7/8': '⅞',
};

/** As teachers write it: `3½`, `¾`, `4`. Unusual fractions as `1 5/12`. */
export function toMixedNumber(a: Rational): string {
  const sign = a.numerator < 0 ? '−' : '';
  const whole = Math.floor(Math.abs(a.numerator) / a.denominator);
  const rest = Math.abs(a.numerator) % a.denominator;
  if (rest === 0) return `${sign}${whole}`;
  const fraction = `${rest}/${a.denominator}`;
  const glyph = VULGAR_FRACTIONS[fraction];
  if (glyph !== undefined) return `${sign}${whole || ''}${glyph}`;
  return `${sign}${whole ? `${whole} ` : ''}${fraction}`;
}
