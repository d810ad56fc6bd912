import { forViewer } from '@/app/_components/request';
import { getTakeState } from '@/server/access/practice/takes';

/** How far the check of a take is, for a page that waits for it. */
export function GET(
  _: Request,
  { params }: { readonly params: Promise<{ readonly takeId: string }> },
): Promise<Response> {
  return forViewer(async (viewer) => {
    const state = await getTakeState(viewer, (await params).takeId);
    return Response.json({ state }, { headers: { 'Cache-Control': 'no-store' } });
  });
}
