import { download, forViewer } from '@/app/_components/request';
import { zipStream } from '@/app/_components/zip';
import { takeOutStudent } from '@/server/access/taking-out';

/** Everything of a student as open files. */
export function GET(
  _: Request,
  { params }: { readonly params: Promise<{ readonly studentId: string }> },
): Promise<Response> {
  return forViewer(async (viewer) => {
    const archive = await takeOutStudent(viewer, (await params).studentId);
    return download(`${archive.name}.zip`, 'application/zip', zipStream(archive));
  });
}
