import { maybeViewer, NotFound } from '@/server/access/viewer';
import { exportLine } from '@/server/access/writing';

/** A line as a file to take away. */
export async function GET(
  request: Request,
  { params }: { readonly params: Promise<{ readonly lineId: string }> },
): Promise<Response> {
  const viewer = await maybeViewer();
  if (!viewer) return new Response(null, { status: 401 });
  try {
    const format = new URL(request.url).searchParams.get('format');
    const { name, type, bytes } = await exportLine(viewer, (await params).lineId, format);
    return new Response(Buffer.from(bytes), {
      headers: {
        'Content-Type': type,
        'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      },
    });
  } catch (error) {
    if (error instanceof NotFound) return new Response(null, { status: 404 });
    throw error;
  }
}
