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

/**
 * The slope that fits most of the points: the median of the slopes between all pairs that lie far enough apart.
 * @param points in order of x. @param leastApart in x; pairs at the same x have no slope. @returns undefined without such a pair.
 * Source: H. Theil (1950), P. K. Sen (1968), median-of-slopes regression.
 */
export function maybeMedianSlope(
  points: readonly { readonly x: number; readonly y: number }[],
  leastApart: number,
): number | undefined {
  const slopes: number[] = [];
  for (let a = 0; a < points.length; a++) {
    for (let b = a + 1; b < points.length; b++) {
      const apart = points[b]!.x - points[a]!.x;
      if (apart >= leastApart) slopes.push((points[b]!.y - points[a]!.y) / apart);
    }
  }
  return slopes.length === 0 ? undefined : median(slopes);
}

export function clamp(value: number, from: number, to: number): number {
  return Math.max(from, Math.min(to, value));
}
