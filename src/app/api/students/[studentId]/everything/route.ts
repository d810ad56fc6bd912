import { forViewer } from '@/app/_components/request';
import { sendArchive } from '@/app/_components/zip';
import { takeOutStudent } from '@/server/access/school/taking-out';

/** Everything of a student as open files. */
export function GET(
  _: Request,
  { params }: { readonly params: Promise<{ readonly studentId: string }> },
): Promise<Response> {
  return forViewer(async (viewer) => {
    const { studentId } = await params;
    return sendArchive(viewer, () => takeOutStudent(viewer, studentId));
  });
}
