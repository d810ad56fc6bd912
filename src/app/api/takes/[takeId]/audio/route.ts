import { download, forViewer } from '@/app/_components/request';
import { getTakeAudio, getWholeTake } from '@/server/access/takes';
import { maybeViewer, NotFound } from '@/server/access/viewer';

interface Context {
  readonly params: Promise<{ readonly takeId: string }>;
}

/** A recording, or the piece of it that the player asks for (RFC 9110, section 14). */
export async function GET(request: Request, { params }: Context): Promise<Response> {
  if (new URL(request.url).searchParams.has('keep')) return keep(params);
  const viewer = await maybeViewer();
  if (!viewer) return new Response(null, { status: 401 });
  const range = parseRange(request.headers.get('range'));
  try {
    const { bytes, length, audioType } = await getTakeAudio(
      viewer,
      (await params).takeId,
      range.from,
      range.to,
    );
    if (range.from >= length)
      return new Response(null, { status: 416, headers: { 'Content-Range': `bytes */${length}` } });
    const isWhole = range.from === 0 && bytes.length === length;
    return new Response(new Uint8Array(bytes), {
      status: isWhole ? 200 : 206,
      headers: {
        'Content-Type': audioType === 'wav' ? 'audio/wav' : 'application/octet-stream',
        'Content-Length': `${bytes.length}`,
        'Accept-Ranges': 'bytes',
        // Recordings are of children: no copy stays in shared caches.
        'Cache-Control': 'private, no-store',
        ...(!isWhole && {
          'Content-Range': `bytes ${range.from}-${range.from + bytes.length - 1}/${length}`,
        }),
      },
    });
  } catch (error) {
    if (error instanceof NotFound) return new Response(null, { status: 404 });
    throw error;
  }
}

/** The whole of it as a file: a browser saves what it gets at once. */
function keep(params: Context['params']): Promise<Response> {
  return forViewer(async (viewer) => {
    const { takeId } = await params;
    const bytes = await getWholeTake(viewer, takeId);
    return download(`take ${takeId.slice(0, 8)}.wav`, 'audio/wav', new Uint8Array(bytes));
  });
}

const NO_END = 2_000_000_000;

/** `to` is exclusive. Anything but one simple range means the beginning. */
function parseRange(header: string | null): { readonly from: number; readonly to: number } {
  const match = /^bytes=(\d{1,10})-(\d{0,10})$/.exec(header ?? '');
  if (!match) return { from: 0, to: NO_END };
  const from = Math.min(Number(match[1]), NO_END);
  const to = match[2] ? Math.min(Number(match[2]) + 1, NO_END) : NO_END;
  return to > from ? { from, to } : { from: 0, to: NO_END };
}
