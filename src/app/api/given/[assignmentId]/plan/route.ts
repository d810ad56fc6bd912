import { getGivenPlanFile } from '@/server/access/given';
import { maybeViewer, NotFound } from '@/server/access/viewer';

/** A plan as a file to take away: a table, or the due day for a calendar. */
export async function GET(
  request: Request,
  { params }: { readonly params: Promise<{ readonly assignmentId: string }> },
): Promise<Response> {
  const viewer = await maybeViewer();
  if (!viewer) return new Response(null, { status: 401 });
  try {
    const format = new URL(request.url).searchParams.get('format');
    const { name, type, text } = await getGivenPlanFile(viewer, (await params).assignmentId, format);
    return new Response(text, {
      headers: {
        'Content-Type': `${type}; charset=utf-8`,
        'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      },
    });
  } catch (error) {
    if (error instanceof NotFound) return new Response(null, { status: 404 });
    throw error;
  }
}
