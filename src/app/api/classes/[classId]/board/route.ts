import { download, forViewer } from '@/app/_components/request';
import { dayOf } from '@/core/calendar';
import { boardCsv } from '@/core/school';
import { getBoard } from '@/server/access/school/board';

/** The board of a class as a table. */
export function GET(
  _: Request,
  { params }: { readonly params: Promise<{ readonly classId: string }> },
): Promise<Response> {
  return forViewer(async (viewer) => {
    const { name, board } = await getBoard(viewer, (await params).classId, dayOf(new Date()));
    // Spreadsheets take a file without a byte order mark for their own old encoding.
    return download(`${name} board.csv`, 'text/csv; charset=utf-8', `\uFEFF${boardCsv(board)}`);
  });
}
