import { forViewer } from '@/app/_components/request';
import { sendArchive } from '@/app/_components/zip';
import { takeOutClass } from '@/server/access/school/taking-out';

/** Everything of a class as open files. */
export function GET(
  _: Request,
  { params }: { readonly params: Promise<{ readonly classId: string }> },
): Promise<Response> {
  return forViewer(async (viewer) => {
    const { classId } = await params;
    return sendArchive(viewer, () => takeOutClass(viewer, classId));
  });
}
