import { download, forViewer } from '@/app/_components/request';
import { exportLine } from '@/server/access/shelf/writing';

/** A line as a file to take away. */
export function GET(
  request: Request,
  { params }: { readonly params: Promise<{ readonly lineId: string }> },
): Promise<Response> {
  return forViewer(async (viewer) => {
    const format = new URL(request.url).searchParams.get('format');
    const { name, type, bytes } = await exportLine(viewer, (await params).lineId, format);
    return download(name, type, Buffer.from(bytes));
  });
}
