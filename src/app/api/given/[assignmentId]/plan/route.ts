import { download, forViewer } from '@/app/_components/request';
import { getGivenPlanFile } from '@/server/access/practice/given';

/** A plan as a file to take away: a table, or the due day for a calendar. */
export function GET(
  request: Request,
  { params }: { readonly params: Promise<{ readonly assignmentId: string }> },
): Promise<Response> {
  return forViewer(async (viewer) => {
    const format = new URL(request.url).searchParams.get('format');
    const { name, type, text } = await getGivenPlanFile(viewer, (await params).assignmentId, format);
    return download(name, `${type}; charset=utf-8`, text);
  });
}
