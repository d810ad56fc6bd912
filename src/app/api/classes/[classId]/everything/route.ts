import { download, forViewer } from '@/app/_components/request';
import { zipStream } from '@/app/_components/zip';
import { takeOutClass } from '@/server/access/taking-out';

/** Everything of a class as open files. */
export function GET(
  _: Request,
  { params }: { readonly params: Promise<{ readonly classId: string }> },
): Promise<Response> {
  return forViewer(async (viewer) => {
    const archive = await takeOutClass(viewer, (await params).classId);
    return download(`${archive.name}.zip`, 'application/zip', zipStream(archive));
  });
}
