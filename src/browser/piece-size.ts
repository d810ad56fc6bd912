/** Small enough to arrive over bad wifi before it breaks. */
export const FIRST_PIECE_BYTES = 200_000;
/** The server takes little more. */
const MOST_PIECE_BYTES = 500_000;
/** A piece that takes no longer could as well have been larger, and the server would have less to do. */
const SOON_MS = 700;

/**
 * How large the next piece of a recording is.
 * @param bytes of the last one. @param milliseconds that it took to arrive.
 * @example nextPieceBytes(FIRST_PIECE_BYTES, 90) // 400_000
 */
export function nextPieceBytes(bytes: number, milliseconds: number): number {
  if (milliseconds > SOON_MS) return FIRST_PIECE_BYTES;
  return Math.min(MOST_PIECE_BYTES, 2 * bytes);
}
