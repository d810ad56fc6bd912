import { getTakeState } from '@/server/access/takes';
import { maybeViewer, NotFound } from '@/server/access/viewer';

/** How far the check of a take is, for a page that waits for it. */
export async function GET(
  _: Request,
  { params }: { readonly params: Promise<{ readonly takeId: string }> },
): Promise<Response> {
  const viewer = await maybeViewer();
  if (!viewer) return new Response(null, { status: 401 });
  try {
    const state = await getTakeState(viewer, (await params).takeId);
    return Response.json({ state }, { headers: { 'Cache-Control': 'no-store' } });
  } catch (error) {
    if (error instanceof NotFound) return new Response(null, { status: 404 });
    throw error;
  }
}
