import { FIRST_PIECE_BYTES, nextPieceBytes } from './piece-size';

/** What the route of pieces takes at most, with a little to spare. */
const TAKEN_BYTES = 512_000;
const RECORDING_BYTES = 1_900_000;

/** The pieces of a recording over a line of so many bytes a second, with so long a way to the server and back. */
function piecesOver(bytesPerSecond: number, roundTripMs: number): readonly number[] {
  const pieces: number[] = [];
  for (let left = RECORDING_BYTES, size = FIRST_PIECE_BYTES; left > 0; ) {
    const piece = Math.min(left, size);
    pieces.push(piece);
    left -= piece;
    size = nextPieceBytes(size, (piece / bytesPerSecond) * 1000 + roundTripMs);
  }
  return pieces;
}

test('a fast line needs half as many requests, and none of them is too large', () => {
  const pieces = piecesOver(5_000_000, 20);
  expect(pieces.length).toBeLessThanOrEqual(5);
  expect(Math.max(...pieces)).toBeLessThan(TAKEN_BYTES);
});

test('over a slow line, pieces stay as small as they were', () => {
  expect(new Set(piecesOver(125_000, 80).slice(0, -1))).toEqual(new Set([FIRST_PIECE_BYTES]));
});

test('a line that becomes slow goes back to small pieces at once', () => {
  expect(nextPieceBytes(500_000, 5000)).toBe(FIRST_PIECE_BYTES);
});
