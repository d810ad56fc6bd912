/** A piece of a recording and what it is a piece of. */
export interface SoundPiece {
  readonly bytes: Uint8Array;
  /** Of the whole. */
  readonly length: number;
  readonly type: string;
}

const NO_END = 2_000_000_000;

/**
 * Answers a player with a recording, or with the piece of it that the player asks for. Source: RFC 9110, section 14.
 * @param read the bytes from `from` to `to`, exclusive; fewer when there are no more.
 */
export async function soundAnswer(
  request: Request,
  read: (from: number, to: number) => Promise<SoundPiece>,
): Promise<Response> {
  const range = parseRange(request.headers.get('range'));
  const { bytes, length, type } = await read(range.from, range.to);
  if (range.from >= length)
    return new Response(null, { status: 416, headers: { 'Content-Range': `bytes */${length}` } });
  const isWhole = range.from === 0 && bytes.length === length;
  return new Response(new Uint8Array(bytes), {
    status: isWhole ? 200 : 206,
    headers: {
      'Content-Type': type,
      'Content-Length': `${bytes.length}`,
      'Accept-Ranges': 'bytes',
      // Recordings are of children: no copy stays in shared caches.
      'Cache-Control': 'private, no-store',
      ...(!isWhole && {
        'Content-Range': `bytes ${range.from}-${range.from + bytes.length - 1}/${length}`,
      }),
    },
  });
}

/** `to` is exclusive. Anything but one simple range means the beginning. */
function parseRange(header: string | null): { readonly from: number; readonly to: number } {
  const match = /^bytes=(\d{1,10})-(\d{0,10})$/.exec(header ?? '');
  if (!match) return { from: 0, to: NO_END };
  const from = Math.min(Number(match[1]), NO_END);
  const to = match[2] ? Math.min(Number(match[2]) + 1, NO_END) : NO_END;
  return to > from ? { from, to } : { from: 0, to: NO_END };
}
