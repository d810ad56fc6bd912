/**
 * Top of the parabola through three equally spaced values.
 * @returns its distance from the middle one in steps, 0 where the three have no top, and its height.
 */
export function vertex(
  left: number,
  middle: number,
  right: number,
): { readonly shift: number; readonly height: number } {
  const curve = left - 2 * middle + right;
  const shift = curve < 0 ? (0.5 * (left - right)) / curve : 0;
  return { shift, height: middle - 0.25 * (left - right) * shift };
}
