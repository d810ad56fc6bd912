/**
 * Guards a caller's argument.
 * @throws RangeError naming the argument, what was expected and what was got.
 */
export function requireRange(name: string, value: number, from: number, to: number, unit = ''): number {
  if (!(value >= from && value <= to)) {
    throw new RangeError(`${name} must be ${from}–${to}${unit && ` ${unit}`}, got ${value}`);
  }
  return value;
}

/** For the end of an exhaustive switch: the compiler refuses a missing case, and so does the run. */
export function unreachable(value: never): never {
  throw new RangeError(`unexpected value ${JSON.stringify(value)}`);
}
