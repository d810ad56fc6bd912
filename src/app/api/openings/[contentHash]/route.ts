import { forViewer } from '@/app/_components/request';
import { getOpening } from '@/server/access/shelf/engravings';

/** The drawing of a line's opening. Music by its content never changes, so a browser may keep it. */
export function GET(
  _: Request,
  { params }: { readonly params: Promise<{ readonly contentHash: string }> },
): Promise<Response> {
  return forViewer(
    async (viewer) =>
      new Response(await getOpening(viewer, (await params).contentHash), {
        headers: {
          'Content-Type': 'image/svg+xml',
          'Cache-Control': 'private, max-age=31536000, immutable',
          'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'",
        },
      }),
  );
}
