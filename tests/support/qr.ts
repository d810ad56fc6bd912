import jsqr from 'jsqr';

const PIXELS_PER_FIELD = 4;
const QUIET_FIELDS = 4;

/** What a camera reads of a QR code that is drawn as an SVG path of fields. Source: jsqr, a decoder that is independent of the encoder. */
export function readQr({ size, path }: { readonly size: number; readonly path: string }): string | undefined {
  const side = (size + 2 * QUIET_FIELDS) * PIXELS_PER_FIELD;
  const pixels = new Uint8ClampedArray(4 * side * side).fill(255);
  for (const [, x, y] of path.matchAll(/M(\d+) (\d+)h1v1h-1z/g))
    for (let row = 0; row < PIXELS_PER_FIELD; row++)
      for (let column = 0; column < PIXELS_PER_FIELD; column++) {
        const at =
          ((Number(y) + QUIET_FIELDS) * PIXELS_PER_FIELD + row) * side +
          (Number(x) + QUIET_FIELDS) * PIXELS_PER_FIELD +
          column;
        pixels.fill(0, 4 * at, 4 * at + 3);
      }
  // The package is of the old kind: its function may stand under `default` once more.
  const decode = typeof jsqr === 'function' ? jsqr : (jsqr as unknown as { default: typeof jsqr }).default;
  return decode(pixels, side, side)?.data;
}
