/** Median of at least one value. @throws RangeError when empty. */
export function median(values: ArrayLike<number>): number {
  return quantile(values, 0.5);
}

/**
 * Linear-interpolated quantile.
 * @param share 0–1, e.g. 0.5 for the median.
 * @throws RangeError when `values` is empty.
 */
export function quantile(values: ArrayLike<number>, share: number): number {
  if (values.length === 0) throw new RangeError('quantile needs at least one value, got none');
  const sorted = new Float64Array(values).sort();
  const position = share * (sorted.length - 1);
  const below = sorted[Math.floor(position)]!;
  const above = sorted[Math.ceil(position)]!;
  return below + (above - below) * (position - Math.floor(position));
}

export function clamp(value: number, from: number, to: number): number {
  return Math.max(from, Math.min(to, value));
}
