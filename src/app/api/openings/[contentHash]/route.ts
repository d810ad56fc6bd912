import { getOpening } from '@/server/access/engravings';
import { maybeViewer, NotFound } from '@/server/access/viewer';

/** The drawing of a line's opening. Music by its content never changes, so a browser may keep it. */
export async function GET(
  _: Request,
  { params }: { readonly params: Promise<{ readonly contentHash: string }> },
): Promise<Response> {
  const viewer = await maybeViewer();
  if (!viewer) return new Response(null, { status: 401 });
  try {
    return new Response(await getOpening(viewer, (await params).contentHash), {
      headers: {
        'Content-Type': 'image/svg+xml',
        'Cache-Control': 'private, max-age=31536000, immutable',
        'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'",
      },
    });
  } catch (error) {
    if (error instanceof NotFound) return new Response(null, { status: 404 });
    throw error;
  }
}
