/** Fewer that are alike may be so by chance. Common practice. */
export const FEWEST_ALIKE = 3;
/** Fewer do not tell what is usual: one or two of them may be odd. Common practice. */
export const FEWEST_TO_COMPARE = 6;
/** What is so of so many is so of most, and of nearly all of them. Common practice. */
export const MOST_SHARE = 0.6;
export const NEARLY_ALL_SHARE = 0.75;

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

/** Median absolute deviation of a normal distribution with deviation 1. Source: its quartile, 0.6745; any table of the normal distribution. */
export const NORMAL_MAD = 0.6745;
/** How much further the median of a normal sample strays than its mean: √(π / 2). Source: M. Kendall, A. Stuart, "The Advanced Theory of Statistics", volume 1, on the standard error of quantiles. */
export const MEDIAN_OVER_MEAN = Math.sqrt(Math.PI / 2);
/** Sums in another order differ by less than this. */
export const ROUNDING = 1e-9;
